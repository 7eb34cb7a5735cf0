package kilnward.server.api.chamber;

import com.openhtmltopdf.pdfboxout.PdfRendererBuilder;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.math.BigDecimal;
import java.math.RoundingMode;
import java.time.ZoneId;
import java.time.format.DateTimeFormatter;
import java.util.List;
import java.util.Locale;
import kilnward.core.probe.DisplayUnit;
import kilnward.core.settings.Habits;
import kilnward.core.settings.Parameter;
import kilnward.core.settings.Settings;
import kilnward.server.api.chamber.ChamberPlan.CodePlan;
import kilnward.server.api.chamber.ChamberPlan.ControllerPlan;
import kilnward.server.api.chamber.ChamberPlan.KeyPlan;
import kilnward.server.api.chamber.ChamberViews.SettingsView;
import org.springframework.core.io.ClassPathResource;
import org.springframework.stereotype.Component;
import org.springframework.web.util.HtmlUtils;

/** The card of one controller on paper: what to key in, in its own order and unit, with room for what it shows when read back. */
@Component
public class CardPdf {
    private static final String STYLE = """
            @page { size: A5; margin: 12mm 12mm 16mm 12mm; @bottom-left { content: "A planner and a record, not a safety device."; font-size: 8pt; }
              @bottom-right { content: counter(page) " of " counter(pages); font-size: 8pt; } }
            body { font-family: Print; font-size: 9.5pt; color: #14201B; }
            h1 { font-size: 15pt; margin: 0 0 2mm 0; border-bottom: 0.8mm solid #14201B; padding-bottom: 1.5mm; }
            p { margin: 1.2mm 0; }
            table { width: 100%; border-collapse: collapse; margin: 3mm 0; }
            th { text-align: left; font-weight: normal; font-size: 8pt; color: #4C5A53; }
            td { border-bottom: 0.2mm solid #C3CCC5; padding: 1.6mm 1mm; vertical-align: middle; }
            tr { page-break-inside: avoid; }
            .value { font-weight: bold; font-size: 14pt; white-space: nowrap; }
            .shown { width: 26mm; border: 0.3mm solid #14201B; }
            .quiet { color: #4C5A53; font-size: 8pt; }
            """;

    /**
     * @param chamber what the keeper calls the chamber
     * @param plan    the controller
     * @param saved   the revision to be keyed in
     * @param zone    the chamber's own time zone
     * @return a PDF document
     */
    public byte[] of(String chamber, ControllerPlan plan, SettingsView saved, ZoneId zone) {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        PdfRendererBuilder builder = new PdfRendererBuilder();
        builder.useFont(() -> font("DejaVuSans.ttf"), "Print", 400, PdfRendererBuilder.FontStyle.NORMAL, true);
        builder.useFont(() -> font("DejaVuSans-Bold.ttf"), "Print", 700, PdfRendererBuilder.FontStyle.NORMAL, true);
        builder.withHtmlContent(html(chamber, plan, saved, zone), null);
        builder.toStream(out);
        try {
            builder.run();
        } catch (IOException failed) {
            throw new UncheckedIOException(failed);
        }
        return out.toByteArray();
    }

    private static InputStream font(String name) {
        try {
            return new ClassPathResource("print-fonts/" + name).getInputStream();
        } catch (IOException missing) {
            throw new UncheckedIOException(missing);
        }
    }

    private static String html(String chamber, ControllerPlan plan, SettingsView saved, ZoneId zone) {
        DisplayUnit unit = new Settings(saved.values()).unit(PlanReader.profile(plan));
        StringBuilder rows = new StringBuilder();
        int number = 1;
        for (KeyPlan key : plan.profile().keys()) {
            Double value = saved.values().get(key.parameter());
            rows.append("<tr><td class='quiet'>").append(number++).append("</td><td>").append(text(key.label())).append("</td><td class='value'>")
                    .append(value == null ? "—" : text(shown(key, value))).append(" <span class='quiet'>").append(unit(key.parameter(), unit))
                    .append("</span></td><td class='quiet'>").append(key.factory() == null ? "" : text(shown(key, key.factory()))).append("</td><td class='shown'></td></tr>");
        }
        return "<html><head><title>" + text(plan.name() + ", settings " + saved.number()) + "</title><style>" + STYLE + "</style></head><body><h1>" + text(plan.name())
                + "</h1><p>" + text(chamber) + " · settings " + saved.number() + " · " + text(saved.author()) + ", "
                + DateTimeFormatter.ofPattern("d MMMM yyyy, HH:mm", Locale.UK).withZone(zone).format(saved.savedAt()) + "</p><p>" + text(saved.reason()) + "</p>"
                + line("To change a value: ", plan.profile().howToSet())
                + "<table><tr><th></th><th>key</th><th>key in</th><th>factory</th><th>read back</th></tr>" + rows + "</table>"
                + line("To keep it: ", plan.profile().howToSave()) + leftAlone(plan) + codes(plan.profile().habits().codes())
                + "<p>Then read every value back: a change that was not kept looks just like one that was. Warm and cool the probe, force each output once, set it back to automatic.</p>"
                + "<p class='quiet'>Plug appliances in with the power off. Wiring is for a qualified electrician and local codes. An independent cut-out and an alarm that is heard protect"
                + " the animals.</p><p>Keyed in by ______________________ on ______________________</p></body></html>";
    }

    private static String line(String word, String said) {
        return said.isBlank() ? "" : "<p><b>" + word + "</b>" + text(said) + "</p>";
    }

    private static String leftAlone(ControllerPlan plan) {
        Habits.LeftAlone left = plan.profile().habits().leftAlone();
        Double rest = plan.profile().habits().restS();
        return left == Habits.LeftAlone.UNKNOWN ? "" : "<p>Left alone" + (rest == null ? "" : " for " + number(rest, 1) + " s") + ", a change is "
                + (left == Habits.LeftAlone.KEPT ? "kept" : "dropped") + ".</p>";
    }

    private static String codes(List<CodePlan> codes) {
        StringBuilder said = new StringBuilder();
        for (CodePlan code : codes) {
            said.append(said.isEmpty() ? "" : "; ").append("<b>").append(text(code.shown())).append("</b> ").append(switch (code.meaning()) {
                case PROBE_OPEN -> "probe broken or not plugged in";
                case PROBE_SHORT -> "probe shorted";
                case TOO_HIGH -> "above what it can read";
                case TOO_LOW -> "below what it can read";
                case HIGH_ALARM -> "high alarm";
                case LOW_ALARM -> "low alarm";
                case OTHER -> "something else";
            });
        }
        return said.isEmpty() ? "" : "<p>It shows " + said + ".</p>";
    }

    private static String shown(KeyPlan key, double value) {
        return key.words().isEmpty() ? number(value, Math.max(0, new BigDecimal(String.valueOf(key.step())).stripTrailingZeros().scale()))
                : key.words().get((int) Math.max(0, Math.min(key.words().size() - 1, Math.round(value))));
    }

    private static String number(double value, int decimals) {
        return BigDecimal.valueOf(value).setScale(decimals, RoundingMode.HALF_UP).toPlainString().replace('-', '−');
    }

    private static String unit(Parameter parameter, DisplayUnit unit) {
        return switch (parameter.kind()) {
            case LEVEL, DIFFERENCE -> unit.isHumidity() ? "%RH" : "°" + unit;
            case HUMIDITY -> "%RH";
            case PERCENT -> "%";
            case MINUTES -> "min";
            case SECONDS -> "s";
            case HOUR -> "h";
            case CHOICE -> "";
        };
    }

    private static String text(String words) {
        return HtmlUtils.htmlEscapeDecimal(words, "UTF-8");
    }
}
