package dev.wartung.web.job;

import java.util.List;

/** A feature with something to be done before a job is closed. */
public interface BeforeClosing {

    /** What has still to be done there before this job is closed, in words; empty for nothing. */
    List<String> hindrances(Job job);
}
