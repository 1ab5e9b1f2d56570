/** Practice: exercises on made-up valves, for learners. It knows no job, no record and no real valve. */
@NullMarked
package dev.wartung.web.practice;

import org.jspecify.annotations.NullMarked;
