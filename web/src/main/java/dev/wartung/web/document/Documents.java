package dev.wartung.web.document;

import com.openhtmltopdf.outputdevice.helper.BaseRendererBuilder.FontStyle;
import com.openhtmltopdf.pdfboxout.PdfRendererBuilder;
import com.openhtmltopdf.slf4j.Slf4jLogger;
import com.openhtmltopdf.svgsupport.BatikSVGDrawer;
import com.openhtmltopdf.util.XRLog;
import dev.wartung.core.text.PlainText;
import dev.wartung.web.page.Dates;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.time.Clock;
import java.time.ZoneId;
import java.util.HashMap;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.springframework.stereotype.Component;
import org.thymeleaf.TemplateEngine;
import org.thymeleaf.context.Context;
import org.thymeleaf.spring6.SpringTemplateEngine;
import org.thymeleaf.templatemode.TemplateMode;
import org.thymeleaf.templateresolver.ClassLoaderTemplateResolver;

/** Lays templates out as PDF. Everything they need is on the class path: they load nothing. */
@Component
public class Documents {

    private static final String SECTION_STYLE = text("/pdf/section-print.css");
    private static final String TECHNIQUE_STYLE = text("/pdf/technique-print.css");
    private static final Pattern BY_NUMBER = Pattern.compile("&#(x[0-9a-fA-F]{1,6}|[0-9]{1,7});");
    private static final String FONT = "Atkinson Hyperlegible Next";

    /** The colours of the pages, by name: what writes documents does not know names of colours. */
    private static final Map<String, String> COLOURS = colours();

    private static final Pattern STYLE = Pattern.compile("<style[^>]*>.*?</style>", Pattern.DOTALL);
    private static final Pattern BY_NAME = Pattern.compile("var\\((--[a-z0-9-]+)\\)");

    static {
        XRLog.setLoggerImpl(new Slf4jLogger());
    }

    private final TemplateEngine templates;
    private final Dates dates;

    Documents(TemplateEngine templates, Dates dates) {
        this.templates = templates;
        this.dates = dates;
    }

    /** For commands, beside no application: the same templates; days and moments as a zone has them. */
    public static Documents alone(ZoneId zone) {
        ClassLoaderTemplateResolver resolver = new ClassLoaderTemplateResolver(Documents.class.getClassLoader());
        resolver.setPrefix("templates/");
        resolver.setSuffix(".html");
        resolver.setTemplateMode(TemplateMode.HTML);
        resolver.setCharacterEncoding(StandardCharsets.UTF_8.name());
        SpringTemplateEngine engine = new SpringTemplateEngine();
        engine.setTemplateResolver(resolver);
        return new Documents(engine, Dates.by(Clock.system(zone)));
    }

    /**
     * A document.
     *
     * @param template  its page size and styles are in it
     * @param variables what it shows
     */
    public byte[] pdf(String template, Map<String, Object> variables) {
        Context context = new Context(Locale.UK, variables);
        context.setVariable("dates", dates);
        // drawings do not see the page's styles; they carry their own
        String html = templates
                .process(template, context)
                .replaceAll("(<svg class=\"section\"[^>]*>)", "$1<style>" + SECTION_STYLE + "</style>")
                .replaceAll("(<svg class=\"technique\"[^>]*>)", "$1<style>" + TECHNIQUE_STYLE + "</style>");
        ByteArrayOutputStream out = new ByteArrayOutputStream(100_000);
        PdfRendererBuilder builder = new PdfRendererBuilder();
        builder.useSVGDrawer(new BatikSVGDrawer());
        builder.useFont(() -> font("regular"), FONT, 400, FontStyle.NORMAL, true);
        builder.useFont(() -> font("bold"), FONT, 700, FontStyle.NORMAL, true);
        builder.withHtmlContent(printable(coloured(html)), null);
        builder.toStream(out);
        try {
            builder.run();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        return out.toByteArray();
    }

    /** Those of indoors, which stand first: paper is not read in the dark. */
    private static Map<String, String> colours() {
        Map<String, String> colours = new HashMap<>();
        Matcher token = Pattern.compile("(--[a-z0-9-]+): *(#[0-9a-f]+);").matcher(text("/static/css/tokens.css"));
        while (token.find()) {
            colours.putIfAbsent(token.group(1), token.group(2));
        }
        return colours;
    }

    /** Names of colours are known in styles alone: what people wrote stays as they wrote it. */
    static String coloured(String html) {
        return STYLE.matcher(html)
                .replaceAll(style -> Matcher.quoteReplacement(BY_NAME.matcher(style.group())
                        .replaceAll(name -> Objects.requireNonNull(COLOURS.get(name.group(1)), name.group(1)))));
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
        return new ByteArrayInputStream(resource("/pdf/atkinson-hyperlegible-next-" + weight + ".ttf"));
    }

    private static String text(String path) {
        return new String(resource(path), StandardCharsets.UTF_8);
    }

    private static byte[] resource(String path) {
        try (InputStream in = Objects.requireNonNull(Documents.class.getResourceAsStream(path), path)) {
            return in.readAllBytes();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }
}
