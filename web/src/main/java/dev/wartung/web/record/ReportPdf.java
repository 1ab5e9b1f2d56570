package dev.wartung.web.record;

import com.openhtmltopdf.outputdevice.helper.BaseRendererBuilder.FontStyle;
import com.openhtmltopdf.pdfboxout.PdfRendererBuilder;
import com.openhtmltopdf.slf4j.Slf4jLogger;
import com.openhtmltopdf.svgsupport.BatikSVGDrawer;
import com.openhtmltopdf.util.XRLog;
import dev.wartung.core.measure.UnitSystem;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.Locale;
import java.util.Objects;
import org.springframework.stereotype.Component;
import org.thymeleaf.TemplateEngine;
import org.thymeleaf.context.Context;

/** Renders a service report as PDF: the same content as the page, laid out for A4. Everything it needs is on the class path. */
@Component
class ReportPdf {

    private static final String SECTION_STYLE = new String(resource("section-print.css"), StandardCharsets.UTF_8);
    private static final String FONT = "Atkinson Hyperlegible Next";

    static {
        XRLog.setLoggerImpl(new Slf4jLogger());
    }

    private final TemplateEngine templates;

    ReportPdf(TemplateEngine templates) {
        this.templates = templates;
    }

    /** @param units what its reader reads */
    byte[] render(ServiceReport report, UnitSystem units) {
        Context context = new Context(Locale.UK);
        context.setVariable("report", report);
        context.setVariable("units", units);
        // the drawing does not see the page's styles; it carries its own
        String html = templates.process("report-pdf", context).replaceFirst("(<svg class=\"section\"[^>]*>)", "$1<style>" + SECTION_STYLE + "</style>");
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
        try (InputStream in = Objects.requireNonNull(ReportPdf.class.getResourceAsStream("/pdf/" + name), name)) {
            return in.readAllBytes();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }
}
