/**
 * What leaves the screen: PDF documents laid out for paper, and codes that lead back from it.
 */
@NullMarked
package dev.wartung.web.document;

import org.jspecify.annotations.NullMarked;
