/** Types that planners make in the browser: drafts, what is asked and answered, checked, approved by somebody else. */
@NullMarked
package dev.wartung.web.workshop;

import org.jspecify.annotations.NullMarked;
