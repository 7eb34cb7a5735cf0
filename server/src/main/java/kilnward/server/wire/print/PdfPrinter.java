package kilnward.server.wire.print;

import com.openhtmltopdf.pdfboxout.PdfRendererBuilder;
import com.openhtmltopdf.util.XRLog;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.math.BigDecimal;
import java.math.RoundingMode;
import java.util.logging.Level;
import org.springframework.core.io.ClassPathResource;
import org.springframework.web.util.HtmlUtils;

/** Puts pages onto paper: one look for everything that is printed. */
public final class PdfPrinter {
    private static final String STYLE = """
            @page { size: SIZE; margin: 12mm 12mm 16mm 12mm; @bottom-left { content: "A planner and a record, not a safety device."; font-size: 8pt; }
              @bottom-right { content: counter(page) " of " counter(pages); font-size: 8pt; } }
            body { font-family: Print; font-size: 9.5pt; color: #14201B; }
            h1 { font-size: 15pt; margin: 0 0 2mm 0; border-bottom: 0.8mm solid #14201B; padding-bottom: 1.5mm; }
            p { margin: 1.2mm 0; }
            table { width: 100%; border-collapse: collapse; margin: 3mm 0; }
            th { text-align: left; font-weight: normal; font-size: 8pt; color: #4C5A53; }
            td { border-bottom: 0.2mm solid #C3CCC5; padding: 1.6mm 1mm; vertical-align: middle; }
            .rows { table-layout: fixed; margin: 0; }
            .rows td { padding: 0.6mm 1mm; font-size: 8pt; }
            tr { page-break-inside: avoid; }
            .value { font-weight: bold; font-size: 14pt; white-space: nowrap; }
            .shown { width: 26mm; border: 0.3mm solid #14201B; }
            .quiet { color: #4C5A53; font-size: 8pt; }
            """;

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

    /**
     * @param format paper
     * @param title  title of the document, as plain text
     * @param body   its body as XHTML; whatever a person typed must have gone through {@link #text}
     * @return a PDF document
     */
    public static byte[] of(Format format, String title, String body) {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        PdfRendererBuilder builder = new PdfRendererBuilder();
        builder.useFont(() -> font("DejaVuSans.ttf"), "Print", 400, PdfRendererBuilder.FontStyle.NORMAL, true);
        builder.useFont(() -> font("DejaVuSans-Bold.ttf"), "Print", 700, PdfRendererBuilder.FontStyle.NORMAL, true);
        builder.withHtmlContent("<html><head><title>" + text(title) + "</title><style>" + STYLE.replace("SIZE", format.name()) + "</style></head><body>" + body + "</body></html>",
                null);
        builder.toStream(out);
        try {
            builder.run();
        } catch (IOException failed) {
            throw new UncheckedIOException(failed);
        }
        return out.toByteArray();
    }

    /** What somebody typed, safe within a page. */
    public static String text(String words) {
        return HtmlUtils.htmlEscapeDecimal(words, "UTF-8");
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
