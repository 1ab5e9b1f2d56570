package dev.wartung.web.device;

/** A feature that wants to know when a valve was proven. */
public interface RunWatch {

    /** A run came to its end and was judged. Within the same transaction. */
    void proven(ProvingRun run);
}
