package dev.wartung.web.valve;

import jakarta.persistence.AttributeConverter;
import jakarta.persistence.Converter;
import java.util.Map;
import java.util.TreeMap;
import java.util.stream.Collectors;
import org.hibernate.annotations.Immutable;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.json.JsonMapper;

/** A configuration's options as one column: {"coupling": "threaded", "plug": "profiled"}. */
@Converter
@Immutable
public class StoredOptions implements AttributeConverter<Map<String, String>, String> {

    private static final JsonMapper JSON = JsonMapper.builder().build();

    @Override
    public String convertToDatabaseColumn(Map<String, String> options) {
        return JSON.writeValueAsString(new TreeMap<>(options));
    }

    @Override
    public Map<String, String> convertToEntityAttribute(String column) {
        return JSON.readValue(column, new TypeReference<TreeMap<String, String>>() {});
    }

    /** In one line, sorted: "coupling=threaded;plug=profiled". Records are sealed of it. */
    public static String inOneLine(Map<String, String> options) {
        return new TreeMap<>(options)
                .entrySet().stream().map(e -> e.getKey() + "=" + e.getValue()).collect(Collectors.joining(";"));
    }
}
