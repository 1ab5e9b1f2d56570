package dev.wartung.web.page;

import java.nio.charset.StandardCharsets;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.springframework.stereotype.Component;
import org.springframework.web.util.UriUtils;
import org.thymeleaf.context.IExpressionContext;
import org.thymeleaf.linkbuilder.AbstractLinkBuilder;
import org.thymeleaf.linkbuilder.StandardLinkBuilder;
import org.thymeleaf.spring6.SpringTemplateEngine;

/**
 * What stands in braces in a page's link is one segment of an address, whatever strokes are in it: a tag may have some.
 * The template engine's own way leaves them as they are.
 */
@Component
class LinkSegments extends AbstractLinkBuilder {

    private static final Pattern SEGMENT = Pattern.compile("\\{([a-zA-Z]+)}");

    private final StandardLinkBuilder usual = new StandardLinkBuilder();

    LinkSegments(SpringTemplateEngine engine) {
        engine.setLinkBuilder(this);
    }

    @Override
    public String buildLink(IExpressionContext context, String base, Map<String, Object> parameters) {
        if (parameters == null || base.indexOf('{') < 0) {
            return usual.buildLink(context, base, parameters);
        }
        Map<String, Object> left = new LinkedHashMap<>(parameters);
        Matcher segments = SEGMENT.matcher(base);
        StringBuilder address = new StringBuilder();
        while (segments.find()) {
            Object value = left.remove(segments.group(1));
            segments.appendReplacement(
                    address,
                    Matcher.quoteReplacement(
                            value == null ? "" : UriUtils.encodePathSegment(value.toString(), StandardCharsets.UTF_8)));
        }
        segments.appendTail(address);
        return usual.buildLink(context, address.toString(), left);
    }
}
