package kilnward.server.alarm;

import java.math.BigDecimal;
import java.math.RoundingMode;
import java.time.Instant;
import java.time.ZoneId;
import java.time.format.DateTimeFormatter;
import java.util.Locale;
import kilnward.core.air.Temperature;
import kilnward.core.alarm.RuleKind;
import kilnward.core.alarm.Urgency;
import kilnward.core.life.Side;
import kilnward.core.series.SeriesUnit;
import kilnward.server.notification.Outbox.Words;
import kilnward.server.wire.Durations;

/** An alarm in words, for who reads them in the dark: what, where, since when, how long there is. */
final class AlarmWords {
    private static final DateTimeFormatter AT = DateTimeFormatter.ofPattern("EEE HH:mm", Locale.ENGLISH);

    private AlarmWords() {
    }

    /**
     * What is told.
     *
     * @param value null for what tells that nothing is heard
     * @param harmS how long until harm; NaN where it cannot be told
     */
    record Told(String chamber, String series, RuleKind kind, Urgency urgency, SeriesUnit unit, Side side, double limit, Double secondLimit, Double value, Instant at,
            double harmS) {
    }

    static Words raised(Told told, boolean fahrenheit, ZoneId zone, String link) {
        String mark = told.urgency == Urgency.NOW ? "◆ NOW" : told.urgency == Urgency.SOON ? "▲ Soon" : "Mind";
        String sentence = sentence(told, fahrenheit);
        StringBuilder body = new StringBuilder(sentence).append("\nSince ").append(AT.withZone(zone).format(told.at)).append(" (").append(zone).append(").\n");
        if (!Double.isNaN(told.harmS)) {
            body.append("Harm could begin in ").append(Durations.timeLeft(told.harmS)).append(" unless somebody acts (from simulated faults).\n");
        }
        body.append(told.kind.isOfHearing() ? "Nobody knows how it stands there now: go and look.\n" : "Open the chamber's page to see what it may be and what to do first.\n");
        body.append(link.isEmpty() ? "" : link + "\n").append("\nKiln Ward plans and keeps records; it is no safety device.\n");
        return new Words(mark + ": " + sentence, body.toString());
    }

    static Words returned(Told told, boolean fahrenheit, ZoneId zone, Instant at) {
        return new Words("■ Over: " + told.chamber + ", " + told.series, sentence(told, fahrenheit) + "\nThat is over since " + AT.withZone(zone).format(at)
                + ". If nobody did anything, find out why it came.\n");
    }

    /** One sentence, in the unit of who reads it. */
    static String sentence(Told told, boolean fahrenheit) {
        String where = told.chamber + ", " + told.series;
        String is = told.value == null ? "" : value(told, told.value, fahrenheit);
        return switch (told.kind) {
            case HIGH -> where + ": " + is + ", at or above " + value(told, told.limit, fahrenheit) + ".";
            case LOW -> where + ": " + is + ", at or below " + value(told, told.limit, fahrenheit) + ".";
            case WATER_LOW -> where + ": the water stands at " + is + ", at or below " + value(told, told.limit, fahrenheit) + ".";
            case RATE -> where + ": " + (told.side == Side.LOW ? "falling" : "rising") + " by " + difference(told, told.limit, fahrenheit) + " an hour or more, now " + is + ".";
            case SILENCE -> told.chamber + ": nothing heard of the device of " + told.series + " for " + Durations.duration(told.limit) + ".";
            case BROKEN_PROBE -> where + ": nothing that can be for " + Durations.duration(told.limit) + ", though its device sends.";
            case OUT_OF_BAND -> where + ": " + is + ", outside " + value(told, told.limit, fahrenheit) + " to " + value(told, told.secondLimit, fahrenheit) + " for too long.";
            case HARM_NEAR -> where + ": " + is + ". At this rate harm is less than " + Durations.duration(told.limit) + " away.";
            case OUTLIER -> where + ": " + is + ", " + difference(told, told.limit, fahrenheit) + " or more from its peers.";
            case NO_EFFECT -> where + ": " + is + ". It should be " + (told.side == Side.HIGH ? "falling" : "rising") + " and is not.";
            case STUCK -> where + ": at " + is + " without a change for too long.";
        };
    }

    private static String value(Told told, double value, boolean fahrenheit) {
        return told.unit == SeriesUnit.C && fahrenheit ? number(Temperature.celsiusToFahrenheit(value), told) + " °F" : number(value, told) + " " + told.unit.sign();
    }

    private static String difference(Told told, double value, boolean fahrenheit) {
        return told.unit == SeriesUnit.C ? number(fahrenheit ? Temperature.kelvinToFahrenheitDifference(value) : value, told) + (fahrenheit ? " °F" : " K")
                : number(value, told) + " " + told.unit.sign();
    }

    /** With as many decimals as its quantity has; a true minus, and none before zero. */
    private static String number(double value, Told told) {
        BigDecimal rounded = BigDecimal.valueOf(value).setScale(told.unit.measured().digits(), RoundingMode.HALF_UP);
        return (rounded.signum() < 0 ? "−" : "") + rounded.abs().toPlainString();
    }
}
