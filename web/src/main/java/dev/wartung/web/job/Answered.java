package dev.wartung.web.job;

/** A check that an old seal added, answered. */
record Answered(String check, String say, String answer) {}
