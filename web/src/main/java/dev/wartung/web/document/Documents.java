package dev.wartung.web.document;

import com.openhtmltopdf.outputdevice.helper.BaseRendererBuilder.FontStyle;
import com.openhtmltopdf.pdfboxout.PdfRendererBuilder;
import com.openhtmltopdf.slf4j.Slf4jLogger;
import com.openhtmltopdf.svgsupport.BatikSVGDrawer;
import com.openhtmltopdf.util.XRLog;
import dev.wartung.core.text.PlainText;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.springframework.context.ApplicationContext;
import org.springframework.stereotype.Component;
import org.thymeleaf.TemplateEngine;
import org.thymeleaf.context.Context;
import org.thymeleaf.spring6.expression.ThymeleafEvaluationContext;

/** Lays templates out as PDF. Everything they need is on the class path: they load nothing. */
@Component
public class Documents {

    private static final String SECTION_STYLE = new String(resource("section-print.css"), StandardCharsets.UTF_8);
    private static final Pattern BY_NUMBER = Pattern.compile("&#(x[0-9a-fA-F]{1,6}|[0-9]{1,7});");
    private static final String FONT = "Atkinson Hyperlegible Next";

    static {
        XRLog.setLoggerImpl(new Slf4jLogger());
    }

    private final TemplateEngine templates;
    private final ApplicationContext beans;

    Documents(TemplateEngine templates, ApplicationContext beans) {
        this.templates = templates;
        this.beans = beans;
    }

    /**
     * A document.
     *
     * @param template  its page size and styles are in it
     * @param variables what it shows
     */
    public byte[] pdf(String template, Map<String, Object> variables) {
        Context context = new Context(Locale.UK, variables);
        // pages are given this by the web; a document asks for it itself, so that both may name the same beans
        context.setVariable(
                ThymeleafEvaluationContext.THYMELEAF_EVALUATION_CONTEXT_CONTEXT_VARIABLE_NAME,
                new ThymeleafEvaluationContext(beans, null));
        // the drawing does not see the page's styles; it carries its own
        String html = templates
                .process(template, context)
                .replaceAll("(<svg class=\"section\"[^>]*>)", "$1<style>" + SECTION_STYLE + "</style>");
        ByteArrayOutputStream out = new ByteArrayOutputStream(100_000);
        PdfRendererBuilder builder = new PdfRendererBuilder();
        builder.useSVGDrawer(new BatikSVGDrawer());
        builder.useFont(() -> font("regular"), FONT, 400, FontStyle.NORMAL, true);
        builder.useFont(() -> font("bold"), FONT, 700, FontStyle.NORMAL, true);
        builder.withHtmlContent(printable(html), null);
        builder.toStream(out);
        try {
            builder.run();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        return out.toByteArray();
    }

    /**
     * XML can write less than text was allowed to hold once, neither as it is nor by number; records of that time are
     * printed all the same.
     */
    private static String printable(String html) {
        return PlainText.shown(BY_NUMBER.matcher(html).replaceAll(reference -> {
            String number = reference.group(1);
            int codePoint =
                    number.startsWith("x") ? Integer.parseInt(number.substring(1), 16) : Integer.parseInt(number);
            return Matcher.quoteReplacement(
                    Character.isValidCodePoint(codePoint) && PlainText.mayHold(codePoint)
                            ? reference.group()
                            : String.valueOf(PlainText.REPLACEMENT));
        }));
    }

    private static InputStream font(String weight) {
        return new ByteArrayInputStream(resource("atkinson-hyperlegible-next-" + weight + ".ttf"));
    }

    private static byte[] resource(String name) {
        try (InputStream in = Objects.requireNonNull(Documents.class.getResourceAsStream("/pdf/" + name), name)) {
            return in.readAllBytes();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }
}
