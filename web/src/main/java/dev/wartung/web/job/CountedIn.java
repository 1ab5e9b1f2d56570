package dev.wartung.web.job;

/** A piece counted in before the line was opened, with its lot. */
public record CountedIn(String part, String name, String article, String material, String lot) {}
