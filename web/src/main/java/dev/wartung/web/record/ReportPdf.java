package dev.wartung.web.record;

import com.openhtmltopdf.outputdevice.helper.BaseRendererBuilder.FontStyle;
import com.openhtmltopdf.pdfboxout.PdfRendererBuilder;
import com.openhtmltopdf.slf4j.Slf4jLogger;
import com.openhtmltopdf.svgsupport.BatikSVGDrawer;
import com.openhtmltopdf.util.XRLog;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.util.Locale;
import java.util.Objects;
import org.springframework.stereotype.Component;
import org.thymeleaf.TemplateEngine;
import org.thymeleaf.context.Context;

/** Renders a service report as PDF: the same content as the page, laid out for A4. Everything it needs is on the class path. */
@Component
class ReportPdf {

    private static final String FONT = "Atkinson Hyperlegible Next";

    static {
        XRLog.setLoggerImpl(new Slf4jLogger());
    }

    private final TemplateEngine templates;

    ReportPdf(TemplateEngine templates) {
        this.templates = templates;
    }

    byte[] render(ServiceReport report) {
        Context context = new Context(Locale.UK);
        context.setVariable("report", report);
        String html = templates.process("report-pdf", context);
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
        return Objects.requireNonNull(ReportPdf.class.getResourceAsStream("/pdf/atkinson-hyperlegible-next-" + weight + ".ttf"));
    }
}
