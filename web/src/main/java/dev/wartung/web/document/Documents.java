package dev.wartung.web.document;

import com.openhtmltopdf.outputdevice.helper.BaseRendererBuilder.FontStyle;
import com.openhtmltopdf.pdfboxout.PdfRendererBuilder;
import com.openhtmltopdf.slf4j.Slf4jLogger;
import com.openhtmltopdf.svgsupport.BatikSVGDrawer;
import com.openhtmltopdf.util.XRLog;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import org.springframework.context.ApplicationContext;
import org.springframework.stereotype.Component;
import org.thymeleaf.TemplateEngine;
import org.thymeleaf.context.Context;
import org.thymeleaf.spring6.expression.ThymeleafEvaluationContext;

/** Lays templates out as PDF. Everything they need is on the class path: they load nothing. */
@Component
public class Documents {

    private static final String SECTION_STYLE = new String(resource("section-print.css"), StandardCharsets.UTF_8);
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
        context.setVariable(ThymeleafEvaluationContext.THYMELEAF_EVALUATION_CONTEXT_CONTEXT_VARIABLE_NAME, new ThymeleafEvaluationContext(beans, null));
        // the drawing does not see the page's styles; it carries its own
        String html = templates.process(template, context).replaceAll("(<svg class=\"section\"[^>]*>)", "$1<style>" + SECTION_STYLE + "</style>");
        ByteArrayOutputStream out = new ByteArrayOutputStream(100_000);
        PdfRendererBuilder builder = new PdfRendererBuilder();
        builder.useFastMode();
        builder.useSVGDrawer(new BatikSVGDrawer());
        builder.useFont(() -> font("regular"), FONT, 400, FontStyle.NORMAL, true);
        builder.useFont(() -> font("bold"), FONT, 700, FontStyle.NORMAL, true);
        builder.withHtmlContent(html, null);
        builder.toStream(out);
        try {
            builder.run();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        return out.toByteArray();
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
