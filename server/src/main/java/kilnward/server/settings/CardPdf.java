package kilnward.server.settings;

import static kilnward.server.wire.print.PdfPrinter.number;

import com.samskivert.mustache.Template;
import java.math.BigDecimal;
import java.time.ZoneId;
import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import kilnward.core.device.Habits;
import kilnward.core.device.Parameter;
import kilnward.core.device.Settings;
import kilnward.core.probe.DisplayUnit;
import kilnward.server.plan.ChamberPlan.ControllerPlan;
import kilnward.server.plan.ChamberPlan.KeyPlan;
import kilnward.server.plan.PlanReader;
import kilnward.server.settings.ChamberViews.SettingsView;
import kilnward.server.wire.print.PdfPrinter;
import org.springframework.stereotype.Component;

/** The card of one controller on paper: what to key in, in its own order and unit, with room for what it shows when read back. */
@Component
public class CardPdf {
    private static final Template CARD = PdfPrinter.template("card");

    /** What the template is filled with. */
    private record Card(String controller, String chamber, int number, String author, String savedAt, String reason, String howToSet, List<Key> keys, String howToSave,
            String leftAlone, boolean hasCodes, List<Code> codes) {
    }

    private record Key(int number, String label, String value, String unit, String factory) {
    }

    private record Code(String shown, String meaning) {
    }

    /**
     * @param chamber what the keeper calls the chamber
     * @param plan    the controller
     * @param saved   the revision to be keyed in
     * @param zone    the chamber's own time zone
     * @return a PDF document
     */
    public byte[] of(String chamber, ControllerPlan plan, SettingsView saved, ZoneId zone) {
        DisplayUnit unit = new Settings(saved.values()).unit(PlanReader.profile(plan));
        List<Key> keys = new ArrayList<>();
        for (KeyPlan key : plan.profile().keys()) {
            Double value = saved.values().get(key.parameter());
            keys.add(new Key(keys.size() + 1, key.label(), value == null ? "—" : shown(key, value), unit(key.parameter(), unit),
                    key.factory() == null ? "" : shown(key, key.factory())));
        }
        List<Code> codes = plan.profile().habits().codes().stream().map(code -> new Code(code.shown(), meaning(code.meaning()))).toList();
        return PdfPrinter.of(PdfPrinter.Format.A5, plan.name() + ", settings " + saved.number(), CARD, new Card(plan.name(), chamber, saved.number(), saved.author(),
                DateTimeFormatter.ofPattern("d MMMM yyyy, HH:mm", Locale.UK).withZone(zone).format(saved.savedAt()), saved.reason(), plan.profile().howToSet().strip(), keys,
                plan.profile().howToSave().strip(), leftAlone(plan), !codes.isEmpty(), codes));
    }

    private static String leftAlone(ControllerPlan plan) {
        Habits.LeftAlone left = plan.profile().habits().leftAlone();
        Double rest = plan.profile().habits().restS();
        return left == Habits.LeftAlone.UNKNOWN ? "" : "Left alone" + (rest == null ? "" : " for " + number(rest, 1) + " s") + ", a change is "
                + (left == Habits.LeftAlone.KEPT ? "kept" : "dropped") + ".";
    }

    private static String meaning(Habits.Meaning meaning) {
        return switch (meaning) {
            case PROBE_OPEN -> "probe broken or not plugged in";
            case PROBE_SHORT -> "probe shorted";
            case TOO_HIGH -> "above what it can read";
            case TOO_LOW -> "below what it can read";
            case HIGH_ALARM -> "high alarm";
            case LOW_ALARM -> "low alarm";
            case OTHER -> "something else";
        };
    }

    private static String shown(KeyPlan key, double value) {
        return key.words().isEmpty() ? number(value, Math.max(0, new BigDecimal(String.valueOf(key.step())).stripTrailingZeros().scale()))
                : key.words().get((int) Math.max(0, Math.min(key.words().size() - 1, Math.round(value))));
    }

    private static String unit(Parameter parameter, DisplayUnit unit) {
        return switch (parameter.kind()) {
            case LEVEL, DIFFERENCE -> unit.sign();
            case HUMIDITY -> "%RH";
            case PERCENT -> "%";
            case MINUTES -> "min";
            case SECONDS -> "s";
            case HOUR -> "h";
            case CHOICE, PLAIN -> "";
        };
    }
}
