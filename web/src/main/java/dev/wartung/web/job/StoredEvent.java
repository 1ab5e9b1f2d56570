package dev.wartung.web.job;

import com.github.benmanes.caffeine.cache.Caffeine;
import com.github.benmanes.caffeine.cache.LoadingCache;
import dev.wartung.core.progress.JobEvent;
import jakarta.persistence.AttributeConverter;
import jakarta.persistence.Converter;
import org.hibernate.annotations.Immutable;

/**
 * An event as it stands in its row. Those of the jobs at hand are read with every request of the bench: what the same
 * text says was worked out before.
 */
@Converter
@Immutable
class StoredEvent implements AttributeConverter<JobEvent, String> {

    /** In characters of text: a dozen jobs on the bench. */
    private static final int KEPT = 500_000;

    private static final LoadingCache<String, JobEvent> READ = Caffeine.newBuilder()
            .maximumWeight(KEPT)
            .weigher((String text, JobEvent event) -> text.length())
            .build(EventFormat::read);

    @Override
    public String convertToDatabaseColumn(JobEvent event) {
        return EventFormat.write(event);
    }

    @Override
    public JobEvent convertToEntityAttribute(String stored) {
        return READ.get(stored);
    }
}
