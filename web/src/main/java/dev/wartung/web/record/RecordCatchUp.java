package dev.wartung.web.record;

import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.boot.ApplicationArguments;
import org.springframework.boot.ApplicationRunner;
import org.springframework.stereotype.Component;

/** Chains up, once, what ended before jobs had records. */
@Component
class RecordCatchUp implements ApplicationRunner {

    private static final Logger LOG = LoggerFactory.getLogger(RecordCatchUp.class);

    private final RecordDesk book;

    RecordCatchUp(RecordDesk book) {
        this.book = book;
    }

    @Override
    public void run(ApplicationArguments arguments) {
        int written = book.catchUp();
        if (written > 0) {
            LOG.info("Wrote the records of {} jobs that had ended before there were records", written);
        }
    }
}
