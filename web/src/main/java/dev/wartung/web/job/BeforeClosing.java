package dev.wartung.web.job;

import dev.wartung.core.message.Message;
import java.util.List;

/** A feature with something to be done before a job is closed. */
public interface BeforeClosing {

    /** What has still to be done there before this job is closed; empty for nothing. */
    List<Message> hindrances(Job job);
}
