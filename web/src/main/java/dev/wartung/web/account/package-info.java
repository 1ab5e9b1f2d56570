/**
 * Who uses Wartung: accounts, roles, logging in, and a second person's agreement.
 */
@NullMarked
package dev.wartung.web.account;

import org.jspecify.annotations.NullMarked;
