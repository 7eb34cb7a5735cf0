package kilnward.server.wire.print;

import com.openhtmltopdf.pdfboxout.PdfRendererBuilder;
import com.openhtmltopdf.util.XRLog;
import com.samskivert.mustache.Mustache;
import com.samskivert.mustache.Template;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.InputStreamReader;
import java.io.Reader;
import java.io.UncheckedIOException;
import java.math.BigDecimal;
import java.math.RoundingMode;
import java.nio.charset.StandardCharsets;
import java.util.Map;
import java.util.logging.Level;
import org.springframework.core.io.ClassPathResource;

/** Puts pages onto paper: one look for everything that is printed. */
public final class PdfPrinter {
    // What a person typed is escaped wherever a template puts it; what is not there is nothing.
    private static final Mustache.Compiler TEMPLATES = Mustache.compiler().escapeHTML(true).nullValue("").emptyStringIsFalse(true);
    private static final Template PAGE = template("page");

    static {
        // What it tells of its own doings is nobody's news; what goes wrong is.
        XRLog.listRegisteredLoggers().forEach(logger -> XRLog.setLevel(logger, Level.WARNING));
    }

    private PdfPrinter() {
    }

    /** Sizes of paper. */
    public enum Format {
        A4,
        A5
    }

    /** A template of {@code print/}. */
    public static Template template(String name) {
        try (Reader reader = new InputStreamReader(new ClassPathResource("print/" + name + ".html").getInputStream(), StandardCharsets.UTF_8)) {
            return TEMPLATES.compile(reader);
        } catch (IOException missing) {
            throw new UncheckedIOException(missing);
        }
    }

    /**
     * @param format paper
     * @param title  title of the document, as plain text
     * @param body   what it shows
     * @param model  what the body is filled with
     * @return a PDF document
     */
    public static byte[] of(Format format, String title, Template body, Object model) {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        PdfRendererBuilder builder = new PdfRendererBuilder();
        builder.useFont(() -> font("DejaVuSans.ttf"), "Print", 400, PdfRendererBuilder.FontStyle.NORMAL, true);
        builder.useFont(() -> font("DejaVuSans-Bold.ttf"), "Print", 700, PdfRendererBuilder.FontStyle.NORMAL, true);
        builder.withHtmlContent(PAGE.execute(Map.of("title", title, "size", format.name(), "body", body.execute(model))), null);
        builder.toStream(out);
        try {
            builder.run();
        } catch (IOException failed) {
            throw new UncheckedIOException(failed);
        }
        return out.toByteArray();
    }

    /** A number with so many decimals and a true minus sign. */
    public static String number(double value, int decimals) {
        return BigDecimal.valueOf(value).setScale(decimals, RoundingMode.HALF_UP).toPlainString().replace('-', '−');
    }

    private static InputStream font(String name) {
        try {
            return new ClassPathResource("print-fonts/" + name).getInputStream();
        } catch (IOException missing) {
            throw new UncheckedIOException(missing);
        }
    }
}
