package dev.wartung.core.sheet;

import com.networknt.schema.InputFormat;
import com.networknt.schema.Schema;
import com.networknt.schema.SchemaRegistry;
import com.networknt.schema.SchemaRegistryConfig;
import com.networknt.schema.SpecificationVersion;
import dev.wartung.core.anatomy.AnatomySheet;
import dev.wartung.core.anatomy.TypeSheet;
import dev.wartung.core.drawing.Technique;
import dev.wartung.core.measure.Quantity;
import dev.wartung.core.sheet.SheetResult.Accepted;
import dev.wartung.core.sheet.SheetResult.Refused;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.util.HashMap;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.function.DoubleConsumer;
import java.util.function.Function;
import tools.jackson.core.JacksonException;
import tools.jackson.core.JsonParser;
import tools.jackson.databind.DeserializationContext;
import tools.jackson.databind.DeserializationFeature;
import tools.jackson.databind.PropertyNamingStrategies;
import tools.jackson.databind.deser.std.StdDeserializer;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.module.SimpleModule;

/**
 * Reads sheets. A sheet is accepted only when it fits the published schema (docs/schemas), means something to itself
 * (every name it uses
 * exists) and every work of every configuration can be derived from it. Thread-safe.
 */
public final class SheetReader {

    private static final JsonMapper MAPPER = JsonMapper.builder()
            .propertyNamingStrategy(PropertyNamingStrategies.KEBAB_CASE)
            .enable(DeserializationFeature.ACCEPT_SINGLE_VALUE_AS_ARRAY)
            .disable(DeserializationFeature.FAIL_ON_NULL_FOR_PRIMITIVES)
            .addModule(new SimpleModule().addDeserializer(Quantity.class, new StatedQuantity()))
            .build();

    private static final Schema ANATOMY_SCHEMA = schema("anatomy-sheet");
    private static final Schema TYPE_SCHEMA = schema("type-sheet");

    /**
     * A sheet that uses no fragments.
     *
     * @param file the name problems are reported under
     */
    public SheetResult<AnatomySheet> readAnatomy(String file, String yaml) {
        return readAnatomy(file, yaml, name -> Optional.empty());
    }

    /** @param fragments finds the text of a fragment that the sheet uses */
    public SheetResult<AnatomySheet> readAnatomy(
            String file, String yaml, Function<String, Optional<String>> fragments) {
        return readAnatomy(file, yaml, fragments, Map.of());
    }

    /** @param own techniques that come with the sheet, by id, besides those that are shipped */
    public SheetResult<AnatomySheet> readAnatomy(
            String file, String yaml, Function<String, Optional<String>> fragments, Map<String, Technique> own) {
        Map<String, Technique> techniques = new HashMap<>(SheetLibrary.techniques());
        techniques.putAll(own);
        return read(
                SheetText.composed(file, yaml, fragments),
                ANATOMY_SCHEMA,
                AnatomySheet.class,
                (sheet, text) -> AnatomyCheck.check(sheet, text, techniques));
    }

    /**
     * Reads a sheet that was accepted before (a shipped one by the tests, a kept one when it was kept): what its
     * configurations have in common is not looked through again.
     */
    public SheetResult<AnatomySheet> readAnatomyAgain(
            String file, String yaml, Function<String, Optional<String>> fragments) {
        return read(SheetText.composed(file, yaml, fragments), ANATOMY_SCHEMA, AnatomySheet.class, (sheet, text) -> {});
    }

    /** Likewise, with fragments that were read before: several families use the same. */
    SheetResult<AnatomySheet> readAnatomyOf(String file, String yaml, Function<String, Optional<SheetText>> fragments) {
        return read(
                SheetText.composedOf(file, yaml, fragments), ANATOMY_SCHEMA, AnatomySheet.class, (sheet, text) -> {});
    }

    /**
     * The sheet with the fragments it uses written into it, as one text that stands alone. Read it before: it may be
     * refused.
     */
    public String compose(String file, String yaml, Function<String, Optional<String>> fragments) {
        return SheetText.composed(file, yaml, fragments).root().toPrettyString();
    }

    /**
     * A table that comes with Wartung.
     *
     * @throws IllegalStateException if it cannot be read: a mistake in the build
     */
    static <T> T readOwn(String file, String yaml, Class<T> as) {
        try {
            return MAPPER.treeToValue(new SheetText(file, yaml).root(), as);
        } catch (JacksonException e) {
            throw new IllegalStateException(file, e);
        }
    }

    /** @param anatomies finds the family a type sheet names */
    public SheetResult<TypeSheet> readType(
            String file, String yaml, Function<String, Optional<AnatomySheet>> anatomies) {
        return readType(file, yaml, anatomies, share -> {});
    }

    /** @param done is told how much of the jobs is tried, from 0 to 1 */
    public SheetResult<TypeSheet> readType(
            String file, String yaml, Function<String, Optional<AnatomySheet>> anatomies, DoubleConsumer done) {
        return read(
                new SheetText(file, yaml),
                TYPE_SCHEMA,
                TypeSheet.class,
                (sheet, text) -> TypeCheck.check(sheet, text, anatomies, done));
    }

    /**
     * Reads a sheet that was accepted before (a shipped one by the tests, a kept one when it came in): its jobs are not
     * all derived again.
     */
    public SheetResult<TypeSheet> readAgain(
            String file, String yaml, Function<String, Optional<AnatomySheet>> anatomies) {
        return read(
                new SheetText(file, yaml),
                TYPE_SCHEMA,
                TypeSheet.class,
                (sheet, text) -> TypeCheck.checkNames(sheet, text, anatomies));
    }

    /**
     * Reads a sheet that is being written: it fits the schema, and nothing else is asked of it. Use {@link #readAgain} to
     * know what does not fit together.
     */
    public SheetResult<TypeSheet> readAsItIs(String file, String yaml) {
        return read(new SheetText(file, yaml), TYPE_SCHEMA, TypeSheet.class, (sheet, text) -> {});
    }

    private interface Check<T> {
        void check(T sheet, SheetText text);
    }

    private static <T> SheetResult<T> read(SheetText text, Schema schema, Class<T> as, Check<T> check) {
        if (text.problems().isEmpty()) {
            schema.validate(text.root())
                    .forEach(e -> text.problem(e.getInstanceLocation().toString(), e.getMessage()));
        }
        if (text.problems().isEmpty()) {
            try {
                T sheet = MAPPER.treeToValue(text.root(), as);
                check.check(sheet, text);
                if (text.problems().isEmpty()) {
                    return new Accepted<>(sheet);
                }
            } catch (JacksonException e) {
                text.problem(
                        placeOf(e),
                        Objects.requireNonNullElse(e.getOriginalMessage(), "cannot be read")
                                .replaceAll("\\s*\\(?(for|through) .*", ""));
            }
        }
        return new Refused<>(text.problems());
    }

    private static String placeOf(JacksonException e) {
        StringBuilder place = new StringBuilder();
        e.getPath().forEach(p -> place.append('/')
                .append(p.getPropertyName() != null ? p.getPropertyName() : String.valueOf(p.getIndex())));
        return place.toString();
    }

    private static Schema schema(String name) {
        try (InputStream in =
                Objects.requireNonNull(SheetReader.class.getResourceAsStream("schemas/" + name + ".schema.json"))) {
            // problems are told in the language of the rest, whatever the machine speaks
            SchemaRegistryConfig english =
                    SchemaRegistryConfig.builder().locale(Locale.ENGLISH).build();
            return SchemaRegistry.withDefaultDialect(
                            SpecificationVersion.DRAFT_2020_12, b -> b.schemaRegistryConfig(english))
                    .getSchema(in, InputFormat.JSON);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /** "2300 N" */
    private static final class StatedQuantity extends StdDeserializer<Quantity> {
        StatedQuantity() {
            super(Quantity.class);
        }

        @Override
        public Quantity deserialize(JsonParser parser, DeserializationContext context) {
            String text = parser.getString();
            return Quantity.stated(text).orElseGet(() ->
                    (Quantity) context.handleWeirdStringValue(Quantity.class, text, "not an amount with a unit"));
        }
    }
}
