package dev.wartung.web.valve;

import jakarta.persistence.AttributeConverter;
import jakarta.persistence.Converter;
import java.util.Arrays;
import java.util.Map;
import java.util.TreeMap;
import java.util.stream.Collectors;

/** A configuration's options as one column: "coupling=threaded;plug=profiled". Ids and values are lower-case words, so nothing needs escaping. */
@Converter
public class StoredOptions implements AttributeConverter<Map<String, String>, String> {

    @Override
    public String convertToDatabaseColumn(Map<String, String> options) {
        return new TreeMap<>(options).entrySet().stream().map(e -> e.getKey() + "=" + e.getValue()).collect(Collectors.joining(";"));
    }

    @Override
    public Map<String, String> convertToEntityAttribute(String column) {
        return Arrays.stream(column.split(";")).filter(o -> o.contains("=")).map(o -> o.split("=", 2))
                .collect(Collectors.toMap(o -> o[0], o -> o[1], (a, b) -> b, TreeMap::new));
    }
}
