package dev.wartung.web.job;

import dev.wartung.core.progress.JobEvent;
import jakarta.persistence.AttributeConverter;
import jakarta.persistence.Converter;
import org.hibernate.annotations.Immutable;

/** An event as it stands in its row. */
@Converter
@Immutable
class StoredEvent implements AttributeConverter<JobEvent, String> {

    @Override
    public String convertToDatabaseColumn(JobEvent event) {
        return EventFormat.write(event);
    }

    @Override
    public JobEvent convertToEntityAttribute(String stored) {
        return EventFormat.read(stored);
    }
}
