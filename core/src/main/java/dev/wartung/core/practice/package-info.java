/**
 * Practice: the work on a made-up valve, every move chosen by the learner and judged by the same simulated bench as
 * real jobs; and what is to be learned from how it went.
 */
@NullMarked
package dev.wartung.core.practice;

import org.jspecify.annotations.NullMarked;
