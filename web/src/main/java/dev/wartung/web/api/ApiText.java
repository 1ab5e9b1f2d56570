package dev.wartung.web.api;

import dev.wartung.core.text.PlainText;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.lang.reflect.RecordComponent;
import java.lang.reflect.Type;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import org.springframework.core.MethodParameter;
import org.springframework.core.ResolvableType;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpInputMessage;
import org.springframework.http.converter.HttpMessageConverter;
import org.springframework.web.bind.annotation.ControllerAdvice;
import org.springframework.web.servlet.mvc.method.annotation.RequestBodyAdviceAdapter;
import tools.jackson.core.JacksonException;
import tools.jackson.core.JsonParser;
import tools.jackson.core.JsonToken;
import tools.jackson.databind.json.JsonMapper;

/**
 * Every text in what is sent to the JSON interface is one that can be kept and printed ({@link PlainText}), and every
 * field one that is asked for: a misspelt one would be answered as if it had been left out. Else the field is named and
 * nothing is done.
 */
@ControllerAdvice(basePackageClasses = ApiText.class)
class ApiText extends RequestBodyAdviceAdapter {

    private static final JsonMapper JSON = JsonMapper.builder().build();

    @Override
    public boolean supports(MethodParameter parameter, Type type, Class<? extends HttpMessageConverter<?>> converter) {
        return true;
    }

    @Override
    public HttpInputMessage beforeBodyRead(
            HttpInputMessage sent,
            MethodParameter parameter,
            Type type,
            Class<? extends HttpMessageConverter<?>> converter)
            throws IOException {
        byte[] body = sent.getBody().readAllBytes();
        Asked asked = Asked.of(parameter);
        try (JsonParser parser = JSON.createParser(body)) {
            for (JsonToken token = parser.nextToken(); token != null; token = parser.nextToken()) {
                if (token == JsonToken.PROPERTY_NAME
                        && parser.streamReadContext().getNestingDepth() == asked.depth()
                        && !asked.fields().contains(parser.currentName())) {
                    throw new Refused(
                            PlainText.shown(parser.currentName()),
                            "There is no such field here. There are: " + String.join(", ", asked.fields()) + ".");
                }
                Optional<String> holds = token == JsonToken.VALUE_STRING || token == JsonToken.PROPERTY_NAME
                        ? PlainText.trouble(parser.getString())
                        : Optional.empty();
                if (holds.isPresent()) {
                    throw new Refused(
                            PlainText.shown(parser.streamReadContext()
                                    .pathAsPointer()
                                    .toString()
                                    .substring(1)
                                    .replace('/', '.')),
                            "It holds " + holds.get() + ".");
                }
            }
        } catch (JacksonException e) {
            // no JSON at all: whoever reads it next says so
        }
        return new Read(sent.getHeaders(), body);
    }

    /**
     * The fields of what is asked for, and how deep in the body they stand.
     *
     * @param depth 1 for an object, 2 for a list of objects; 0 for what has no fields of its own
     */
    private record Asked(int depth, List<String> fields) {

        static Asked of(MethodParameter parameter) {
            Class<?> type = parameter.getParameterType();
            if (type.isRecord()) {
                return new Asked(1, names(type));
            }
            Class<?> each = ResolvableType.forMethodParameter(parameter)
                    .asCollection()
                    .getGeneric(0)
                    .resolve(Object.class);
            return each.isRecord() ? new Asked(2, names(each)) : new Asked(0, List.of());
        }

        private static List<String> names(Class<?> type) {
            return Arrays.stream(type.getRecordComponents())
                    .map(RecordComponent::getName)
                    .toList();
        }
    }

    private record Read(HttpHeaders headers, byte[] body) implements HttpInputMessage {

        @Override
        public InputStream getBody() {
            return new ByteArrayInputStream(body);
        }

        @Override
        public HttpHeaders getHeaders() {
            return headers;
        }
    }
}
