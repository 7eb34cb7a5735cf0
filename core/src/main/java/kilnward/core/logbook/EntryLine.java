package kilnward.core.logbook;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.OptionalInt;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import kilnward.core.air.Temperature;
import kilnward.core.finding.RefusedValueException;
import kilnward.core.finding.Require;

/**
 * One thing out of a line as somebody says it: "26.1 71 topped up 200 ml".
 *
 * @param kind         what it is of
 * @param amount       in the unit of the kind; empty where none was said
 * @param pieces       how many; empty where none was said
 * @param temperatureC what was read (°C); empty where nothing was
 * @param humidityPct  what was read (%RH); empty where nothing was
 * @param rest         words that were not taken up, to stand as its note
 */
public record EntryLine(EntryKind kind, OptionalDouble amount, OptionalInt pieces, OptionalDouble temperatureC, OptionalDouble humidityPct, String rest) {
    private static final int LONGEST = 300;
    private static final Pattern SPLIT = Pattern.compile("\\s*(?:;|,\\s+|\\s+and\\s+|\\s+then\\s+)\\s*");
    private static final Pattern NUMBER = Pattern
            .compile("(?<![\\p{L}\\d.,])([-+]?\\d+(?:[.,]\\d+)?)\\s*(°c|°f|°|degrees|c\\b|f\\b|%\\s*rh|%|rh\\b|percent|ml\\b|l\\b|litres?\\b|liters?\\b|kg\\b|g\\b|grams?\\b)?");
    /** What is read of neither temperature nor humidity: it stands in the note as it was said. */
    private static final Pattern OTHER_READING = Pattern.compile("(?<!\\p{L})(?:co2|co₂|ppm|ph|ec|lux|lx|ms/cm|µs/cm|tds)(?!\\p{L})");
    /** Words behind which a bare per cent is a humidity; behind any other it is the share of something. */
    private static final Set<String> BEFORE_PERCENT = Set.of("humidity", "rh", "hum", "air", "at", "reads", "read", "shows", "now", "is", "c", "f", "degrees", "and");
    private static final Pattern THOUSAND = Pattern.compile("(?<![\\p{L}\\d.,])\\d{1,3},\\d{3}(?![\\d.,])");
    private static final double ML = 1000;
    private static final double G_PER_KG = 1000;
    private static final Pattern NOUN = Pattern.compile("^\\s*\\p{L}{2,}");
    private static final Pattern WHOLE = Pattern.compile("(?<![\\d.,])\\d+(?![\\d.,])");
    private static final Pattern ANY_NUMBER = Pattern.compile("\\d");
    private static final Pattern LAST_WORD = Pattern.compile("(\\p{L}+)[\\s:=]*$");

    /** What somebody said, thing by thing; a line without any word that is known is a note. */
    public static List<EntryLine> of(String line, boolean fahrenheit) {
        String said = line == null ? "" : line.strip();
        Require.that(!said.isEmpty() && said.length() <= LONGEST, "text", said.length() + " characters", "must be 1 to " + LONGEST + " characters");
        Matcher thousand = THOUSAND.matcher(said);
        if (thousand.find()) {
            throw new RefusedValueException("text", thousand.group(),
                    "can be read two ways: write " + thousand.group().replace(",", "") + " or " + thousand.group().replace(',', '.'));
        }
        List<EntryLine> found = new ArrayList<>();
        for (String part : SPLIT.split(said)) {
            if (!part.isBlank()) {
                found.add(one(part.strip(), fahrenheit));
            }
        }
        return joined(found);
    }

    /** What says nothing by itself belongs to what was said before it. */
    private static List<EntryLine> joined(List<EntryLine> found) {
        List<EntryLine> all = new ArrayList<>();
        for (EntryLine each : found) {
            EntryLine before = all.isEmpty() ? null : all.get(all.size() - 1);
            if (before != null && each.kind == EntryKind.NOTE) {
                all.set(all.size() - 1, new EntryLine(before.kind, before.amount, before.pieces, before.temperatureC, before.humidityPct,
                        before.rest.isEmpty() ? each.rest : before.rest + ", " + each.rest));
            } else if (before != null && before.kind == EntryKind.READ && before.rest.isEmpty() && each.temperatureC.isEmpty() && each.humidityPct.isEmpty()) {
                all.set(all.size() - 1, new EntryLine(each.kind, each.amount, each.pieces, before.temperatureC, before.humidityPct, each.rest));
            } else {
                all.add(each);
            }
        }
        return List.copyOf(all);
    }

    private static EntryLine one(String part, boolean fahrenheit) {
        String low = part.toLowerCase(Locale.ROOT);
        Optional<Said> said = Said.in(low);
        EntryKind kind = said.map(Said::kind).orElse(EntryKind.NOTE);
        OptionalDouble amount = OptionalDouble.empty();
        OptionalInt pieces = OptionalInt.empty();
        OptionalDouble temperature = OptionalDouble.empty();
        OptionalDouble humidity = OptionalDouble.empty();
        StringBuilder rest = new StringBuilder(part);
        said.ifPresent(each -> blank(rest, each.from(), each.to()));
        boolean otherReading = OTHER_READING.matcher(low).find();
        boolean countsBehind = said.isPresent() && kind.counted() && WHOLE.matcher(low.substring(said.get().to())).find();
        Matcher numbers = NUMBER.matcher(low);
        while (numbers.find()) {
            double value = Double.parseDouble(numbers.group(1).replace(',', '.'));
            String unit = numbers.group(2) == null ? "" : numbers.group(2).replaceAll("\\s", "");
            boolean before = said.isEmpty() || numbers.start() < said.get().from();
            boolean taken = true;
            boolean named = unit.isEmpty() && NOUN.matcher(low.substring(numbers.end())).find();
            boolean countable = unit.isEmpty() && value == Math.rint(value) && value >= 0 && value < 1e6;
            if (otherReading && unit.isEmpty() || unit.equals("%") && isShare(low.substring(0, numbers.start()))) {
                taken = false;
            } else if (named && countable && kind.counted() && before && pieces.isEmpty() && (!countsBehind || !isNext(low, numbers.end(), said.get()))) {
                pieces = OptionalInt.of((int) value);
            } else if (named && before && !(said.isPresent() && isNext(low, numbers.end(), said.get()))) {
                // A number before a noun is a count of that, and no reading.
                taken = false;
            } else if (kind.unit() == EntryKind.Unit.LITRES && (unit.equals("ml") || unit.startsWith("l"))) {
                amount = OptionalDouble.of(unit.equals("ml") ? value / ML : value);
            } else if (kind.unit() == EntryKind.Unit.GRAMS && (unit.equals("kg") || unit.startsWith("g"))) {
                amount = OptionalDouble.of(unit.equals("kg") ? value * G_PER_KG : value);
            } else if (temperature.isEmpty() && (unit.startsWith("°") || unit.equals("degrees") || unit.equals("c") || unit.equals("f"))) {
                temperature = OptionalDouble.of(celsius(value, unit.equals("f") || unit.equals("°f") || !unit.endsWith("c") && fahrenheit));
            } else if (humidity.isEmpty() && (unit.startsWith("%") || unit.equals("rh") || unit.equals("percent"))) {
                humidity = OptionalDouble.of(value);
            } else if (countable && kind.counted() && !before && pieces.isEmpty()) {
                pieces = OptionalInt.of((int) value);
            } else if (unit.isEmpty() && kind == EntryKind.NOTE && !onlyNumbers(low) && said.isEmpty()) {
                taken = false;
            } else if (unit.isEmpty() && before && temperature.isEmpty()) {
                temperature = OptionalDouble.of(celsius(value, fahrenheit));
            } else if (unit.isEmpty() && before && humidity.isEmpty() && value >= 0 && value <= 100) {
                humidity = OptionalDouble.of(value);
            } else {
                taken = false;
            }
            if (taken) {
                blank(rest, numbers.start(), numbers.end());
            }
        }
        if (kind == EntryKind.NOTE && (temperature.isPresent() || humidity.isPresent() || otherReading && ANY_NUMBER.matcher(low).find())) {
            kind = EntryKind.READ;
        }
        String left = rest.toString().replace('\0', ' ').replaceAll("\\s+", " ").strip();
        // What was counted needs not be said again.
        left = pieces.isPresent() || amount.isPresent() ? left.replaceAll("(?i)^(eggs?|trays?|chicks?|animals?|pieces|of water|water)$", "") : left;
        return new EntryLine(kind, amount, pieces, temperature, humidity, left);
    }

    /** Whether what stands before a per cent makes it the share of something: "vent 85 %". */
    private static boolean isShare(String before) {
        Matcher word = LAST_WORD.matcher(before);
        return word.find() && !BEFORE_PERCENT.contains(word.group(1));
    }

    /** Whether the word of the kind is what comes next. */
    private static boolean isNext(String low, int from, Said said) {
        return said.from() >= from && low.substring(from, said.from()).isBlank();
    }

    private static boolean onlyNumbers(String low) {
        return NUMBER.matcher(low).replaceAll("").isBlank();
    }

    private static double celsius(double value, boolean fahrenheit) {
        return fahrenheit ? Temperature.fahrenheitToCelsius(value) : value;
    }

    private static void blank(StringBuilder text, int from, int to) {
        for (int i = from; i < to; i++) {
            text.setCharAt(i, '\0');
        }
    }

    /** Where a kind is said. */
    private record Said(EntryKind kind, int from, int to) {
        private static Optional<Said> in(String low) {
            Said best = null;
            for (EntryKind kind : EntryKind.values()) {
                for (String word : kind.words()) {
                    Matcher found = Pattern.compile("(?<!\\p{L})" + Pattern.quote(word) + "(?!\\p{L})").matcher(low);
                    if (found.find() && (best == null || found.end() - found.start() > best.to - best.from)) {
                        best = new Said(kind, found.start(), found.end());
                    }
                }
            }
            return Optional.ofNullable(best);
        }
    }
}
