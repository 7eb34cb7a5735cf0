package kilnward.core.logfile;

import java.time.DateTimeException;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.LocalTime;
import java.time.ZoneOffset;
import java.util.Locale;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** What stands in a single cell. */
final class Cells {
    private static final Set<String> NOTHING = Set.of("", "-", "--", "---", "nan", "n/a", "na", "null", "none", "err", "error", "#n/a", "lost", "missing");
    /** A number with its thousands in groups, and a unit after it. */
    private static final Pattern NUMBER = Pattern
            .compile("([+-]?\\d+(?:[ '\u00a0\u202f]\\d{3})*(?:[.,]\\d+)*(?:[eE][+-]?\\d{1,2})?)\\s*(?:°?\\s*[CF]|%|%?\\s*[rR][hH]|ppm|lx|lux|W)?");
    private static final Pattern DATE = Pattern.compile("(\\d{1,4})([-/. ])(\\d{1,2})\\2(\\d{1,4})\\.?");
    private static final Pattern PACKED = Pattern.compile("(\\d{4})(\\d{2})(\\d{2})");
    private static final Pattern TIME = Pattern
            .compile("(\\d{1,2})[:.h](\\d{2})(?:[:.](\\d{2})(?:[.,](\\d{1,9}))?)?\\s*([AaPp]\\.?[Mm]\\.?)?\\s*(Z|UTC|[+-]\\d{2}:?\\d{2})?");
    /** Where a time begins after a date. */
    private static final Pattern BETWEEN = Pattern.compile("[T ,;]\\s*(?=\\d{1,2}[:.h]\\d{2})");
    private static final Pattern THOUSANDS = Pattern.compile("[+-]?\\d{1,3}([.,]\\d{3})+");
    private static final Pattern SPACES = Pattern.compile("[ '\u00a0\u202f]");
    private static final Pattern SECONDS = Pattern.compile("\\d{9,13}(\\.\\d{1,6})?");
    private static final double LARGEST_S = 7_258_118_400.0;

    private Cells() {
    }

    /** Whether a cell says that there was nothing. */
    static boolean isNothing(String cell) {
        return NOTHING.contains(cell.strip().toLowerCase(Locale.ROOT));
    }

    /** A number as it is written; empty where it is none. */
    static OptionalDouble number(String cell, boolean decimalComma) {
        Matcher found = NUMBER.matcher(cell.strip().replace('\u2212', '-'));
        if (!found.matches()) {
            return OptionalDouble.empty();
        }
        String plain = SPACES.matcher(found.group(1)).replaceAll("");
        char decimal = decimalComma ? ',' : '.';
        char thousands = decimalComma ? '.' : ',';
        int at = plain.indexOf(decimal);
        if (at != plain.lastIndexOf(decimal) || at >= 0 && plain.indexOf(thousands, at) >= 0) {
            return OptionalDouble.empty();
        }
        String whole = at < 0 ? plain : plain.substring(0, at);
        if (whole.indexOf(thousands) >= 0 && !THOUSANDS.matcher(whole).matches()) {
            return OptionalDouble.empty();
        }
        double value = Double.parseDouble(plain.replace(String.valueOf(thousands), "").replace(decimal, '.'));
        return Double.isFinite(value) ? OptionalDouble.of(value) : OptionalDouble.empty();
    }

    /** The three parts of a date in the order in which they stand, and how they are parted; empty where it is none. */
    static Optional<String[]> parts(String date) {
        Matcher found = DATE.matcher(date);
        if (found.matches()) {
            return Optional.of(new String[] {found.group(1), found.group(3), found.group(4), found.group(2)});
        }
        Matcher packed = PACKED.matcher(date);
        return packed.matches() ? Optional.of(new String[] {packed.group(1), packed.group(2), packed.group(3), ""}) : Optional.empty();
    }

    /** Date and time of a cell that holds both; without a time where it holds none. */
    static String[] dateAndTime(String cell) {
        String text = cell.strip();
        Matcher at = BETWEEN.matcher(text);
        // A date with points has such a place in itself only where it has a space, too.
        while (at.find()) {
            String date = text.substring(0, at.start()).strip();
            if (parts(date).isPresent()) {
                return new String[] {date, text.substring(at.end())};
            }
        }
        return new String[] {text, ""};
    }

    /** A date; empty where it is none in that order, or no day of any calendar. */
    static Optional<LocalDate> date(String cell, DateOrder order) {
        return parts(cell.strip()).flatMap(parts -> {
            String year = order == DateOrder.YEAR_MONTH_DAY ? parts[0] : parts[2];
            String month = order == DateOrder.MONTH_DAY_YEAR ? parts[0] : parts[1];
            String day = order == DateOrder.YEAR_MONTH_DAY ? parts[2] : order == DateOrder.DAY_MONTH_YEAR ? parts[0] : parts[1];
            if (year.length() == 1 || year.length() == 3 || month.length() > 2 || day.length() > 2) {
                return Optional.empty();
            }
            try {
                // Two digits are of this century: nobody's logger is older.
                return Optional.of(LocalDate.of(Integer.parseInt(year) + (year.length() == 2 ? 2000 : 0), Integer.parseInt(month), Integer.parseInt(day)));
            } catch (DateTimeException none) {
                return Optional.empty();
            }
        });
    }

    /**
     * A time of day.
     *
     * @param offset from Greenwich, where the cell says so; null where it does not
     */
    record Time(LocalTime time, ZoneOffset offset) {
    }

    /** A time of day, midnight for nothing; empty where it is none. */
    static Optional<Time> time(String cell) {
        String text = cell.strip();
        if (text.isEmpty()) {
            return Optional.of(new Time(LocalTime.MIDNIGHT, null));
        }
        Matcher found = TIME.matcher(text);
        if (!found.matches()) {
            return Optional.empty();
        }
        int hour = Integer.parseInt(found.group(1));
        if (found.group(5) != null) {
            if (hour < 1 || hour > 12) {
                return Optional.empty();
            }
            hour = hour % 12 + (Character.toLowerCase(found.group(5).charAt(0)) == 'p' ? 12 : 0);
        }
        String fraction = found.group(4) == null ? "0" : found.group(4);
        try {
            LocalTime time = LocalTime.of(hour, Integer.parseInt(found.group(2)), found.group(3) == null ? 0 : Integer.parseInt(found.group(3)),
                    (int) Math.round(Double.parseDouble("0." + fraction) * 1e9) % 1_000_000_000);
            String offset = found.group(6);
            return Optional.of(new Time(time, offset == null ? null : offset.equals("Z") || offset.equals("UTC") ? ZoneOffset.UTC : ZoneOffset.of(offset)));
        } catch (DateTimeException none) {
            return Optional.empty();
        }
    }

    /** Seconds or milliseconds since 1970; empty where it is no such number, or of no time that can be meant. */
    static Optional<Instant> since1970(String cell) {
        if (!SECONDS.matcher(cell.strip()).matches()) {
            return Optional.empty();
        }
        double number = Double.parseDouble(cell.strip());
        double seconds = number >= 1e11 ? number / 1000 : number;
        return seconds > LARGEST_S ? Optional.empty() : Optional.of(Instant.EPOCH.plusNanos(Math.round(seconds * 1e6) * 1000));
    }

    /** The moment by the clock of a wall, and its offset where the cell says so; empty where it cannot be read. */
    static Optional<Local> local(String date, String time, DateOrder order) {
        return date(date, order).flatMap(day -> time(time).map(at -> new Local(day.atTime(at.time), at.offset)));
    }

    /** A moment by the clock of a wall. */
    record Local(LocalDateTime at, ZoneOffset offset) {
    }
}
