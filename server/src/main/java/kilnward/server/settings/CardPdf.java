package kilnward.server.settings;

import static kilnward.server.wire.print.PdfPrinter.number;
import static kilnward.server.wire.print.PdfPrinter.text;

import java.math.BigDecimal;
import java.time.ZoneId;
import java.time.format.DateTimeFormatter;
import java.util.List;
import java.util.Locale;
import kilnward.core.device.Habits;
import kilnward.core.device.Parameter;
import kilnward.core.device.Settings;
import kilnward.core.probe.DisplayUnit;
import kilnward.server.plan.ChamberPlan.CodePlan;
import kilnward.server.plan.ChamberPlan.ControllerPlan;
import kilnward.server.plan.ChamberPlan.KeyPlan;
import kilnward.server.plan.PlanReader;
import kilnward.server.settings.ChamberViews.SettingsView;
import kilnward.server.wire.print.PdfPrinter;
import org.springframework.stereotype.Component;

/** The card of one controller on paper: what to key in, in its own order and unit, with room for what it shows when read back. */
@Component
public class CardPdf {
    /**
     * @param chamber what the keeper calls the chamber
     * @param plan    the controller
     * @param saved   the revision to be keyed in
     * @param zone    the chamber's own time zone
     * @return a PDF document
     */
    public byte[] of(String chamber, ControllerPlan plan, SettingsView saved, ZoneId zone) {
        return PdfPrinter.of(PdfPrinter.Format.A5, plan.name() + ", settings " + saved.number(), html(chamber, plan, saved, zone));
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
        return "<h1>" + text(plan.name())
                + "</h1><p>" + text(chamber) + " · settings " + saved.number() + " · " + text(saved.author()) + ", "
                + DateTimeFormatter.ofPattern("d MMMM yyyy, HH:mm", Locale.UK).withZone(zone).format(saved.savedAt()) + "</p><p>" + text(saved.reason()) + "</p>"
                + line("To change a value: ", plan.profile().howToSet())
                + "<table><tr><th></th><th>key</th><th>key in</th><th>factory</th><th>read back</th></tr>" + rows + "</table>"
                + line("To keep it: ", plan.profile().howToSave()) + leftAlone(plan) + codes(plan.profile().habits().codes())
                + "<p>Then read every value back: a change that was not kept looks just like one that was. Warm and cool the probe, force each output once, set it back to automatic.</p>"
                + "<p class='quiet'>Plug appliances in with the power off. Wiring is for a qualified electrician and local codes. An independent cut-out and an alarm that is heard protect"
                + " the animals.</p><p>Keyed in by ______________________ on ______________________</p>";
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

    private static String unit(Parameter parameter, DisplayUnit unit) {
        return switch (parameter.kind()) {
            case LEVEL, DIFFERENCE -> unit.isHumidity() ? "%RH" : "°" + unit;
            case HUMIDITY -> "%RH";
            case PERCENT -> "%";
            case MINUTES -> "min";
            case SECONDS -> "s";
            case HOUR -> "h";
            case CHOICE, PLAIN -> "";
        };
    }
}
