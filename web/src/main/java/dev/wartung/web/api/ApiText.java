package dev.wartung.web.api;

import dev.wartung.core.text.PlainText;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.lang.reflect.Type;
import java.util.Optional;
import org.springframework.core.MethodParameter;
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
 * Every text in what is sent to the JSON interface is one that can be kept and printed ({@link PlainText}); else the
 * field is named and nothing is done.
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
        try (JsonParser parser = JSON.createParser(body)) {
            for (JsonToken token = parser.nextToken(); token != null; token = parser.nextToken()) {
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
