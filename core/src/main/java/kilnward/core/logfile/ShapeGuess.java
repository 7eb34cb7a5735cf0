package kilnward.core.logfile;

import java.time.LocalDateTime;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.EnumMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Pattern;
import java.util.stream.IntStream;
import kilnward.core.logfile.LogShape.ValueColumn;
import kilnward.core.series.SeriesUnit;

/**
 * How a file seems to be made up, why, and what of it only whoever wrote it can know.
 *
 * @param shape   how it seems; empty where no column of times, or none of values, is found
 * @param reasons why, in the order of what was looked at
 * @param doubts  what has to be asked
 */
public record ShapeGuess(Optional<LogShape> shape, List<Reason> reasons, List<Doubt> doubts) {
    /** Rows that are looked at. */
    public static final int ROWS = 200;
    private static final char[] DELIMITERS = {';', '\t', ',', '|'};
    private static final double MOST_ROWS = 0.8;
    private static final int MOST_HEADER = 40;

    /** Why something is thought. */
    public enum Why {
        /** So parted, most rows have as many cells as each other. */
        DELIMITER_PARTS_ALIKE,
        /** Numbers have a comma, and never a point after which fewer than three figures come. */
        COMMA_IN_NUMBERS,
        POINT_IN_NUMBERS,
        /** The first part of each date has four figures. */
        YEAR_FIRST,
        /** A first part is larger than 12, so that it is no month. */
        FIRST_PART_OVER_12,
        /** A second part is larger than 12. */
        SECOND_PART_OVER_12,
        /** Read the other way, times would leap to and fro. */
        TIMES_GO_ON_EVENLY,
        /** Points between the parts of a date. */
        POINTS_IN_DATES,
        /** Numbers of seconds or milliseconds since 1970. */
        NUMBERS_SINCE_1970,
        /** Its header says so. */
        HEADER_SAYS_SO,
        /** Such values are usual of nothing else. */
        VALUES_LOOK_LIKE_IT
    }

    /**
     * Why something is thought.
     *
     * @param example what in the file shows it; empty where all of it does
     */
    public record Reason(Why why, String example) {
    }

    /** What has to be asked. */
    public enum Doubt {
        /** Day first or month first: both can be. */
        DATE_ORDER,
        /** °C or °F: no header says so, and both can be. */
        UNIT,
        /** Two columns have one name. */
        SAME_NAMES
    }

    public ShapeGuess {
        reasons = List.copyOf(reasons);
        doubts = List.copyOf(doubts);
    }

    /** What parts the cells of most lines alike, into as many as possible; a comma where nothing does. */
    public static char delimiter(List<String> lines) {
        char best = ',';
        double most = 0;
        for (char each : DELIMITERS) {
            int[] counts = lines.stream().filter(line -> !line.isBlank()).limit(ROWS).mapToInt(line -> outside(line, each)).toArray();
            if (counts.length == 0) {
                continue;
            }
            int usual = Arrays.stream(counts).sorted().toArray()[counts.length / 2];
            double alike = Arrays.stream(counts).filter(count -> count == usual).count() / (double) counts.length;
            // A comma may be of numbers: it counts for less where something else parts as well.
            double score = usual == 0 ? 0 : alike * (each == ',' ? 0.9 : 1);
            if (score > most) {
                most = score;
                best = each;
            }
        }
        return best;
    }

    /** How often a sign stands outside of quotation marks. */
    private static int outside(String line, char sign) {
        int count = 0;
        boolean quoted = false;
        for (int i = 0; i < line.length(); i++) {
            quoted ^= line.charAt(i) == '"';
            count += !quoted && line.charAt(i) == sign ? 1 : 0;
        }
        return count;
    }

    /**
     * Of the first rows of a file.
     *
     * @param rows      its rows as text, from the first on
     * @param delimiter what parted them; 0 for a spreadsheet
     */
    public static ShapeGuess of(List<List<String>> rows, char delimiter) {
        List<List<String>> looked = rows.stream().limit(ROWS).toList();
        return new Looking(looked, delimiter).guess();
    }

    /** One look at a file. */
    private static final class Looking {
        private static final Map<SeriesUnit, Pattern> HEADERS = headers();
        private final List<List<String>> rows;
        private final char delimiter;
        private final List<Reason> reasons = new ArrayList<>();
        private final List<Doubt> doubts = new ArrayList<>();

        private Looking(List<List<String>> rows, char delimiter) {
            this.rows = rows;
            this.delimiter = delimiter;
        }

        private static Map<SeriesUnit, Pattern> headers() {
            Map<SeriesUnit, Pattern> found = new EnumMap<>(SeriesUnit.class);
            found.put(SeriesUnit.F, Pattern.compile("°\\s*f\\b|\\bfahrenheit\\b|\\bdeg\\.?\\s*f\\b|\\(f\\)|\\[f]|_f\\b"));
            found.put(SeriesUnit.C, Pattern.compile("°\\s*c\\b|\\bcelsius\\b|\\bdeg\\.?\\s*c\\b|\\(c\\)|\\[c]|_c\\b"));
            found.put(SeriesUnit.RH, Pattern.compile("%\\s*r?\\.?h?|humid|\\brh\\b|feucht|humedad"));
            found.put(SeriesUnit.PPM, Pattern.compile("\\bppm\\b|\\bco2\\b"));
            found.put(SeriesUnit.LX, Pattern.compile("\\blux\\b|\\blx\\b"));
            found.put(SeriesUnit.PH, Pattern.compile("\\bph\\b"));
            found.put(SeriesUnit.W, Pattern.compile("\\bwatts?\\b|\\(w\\)"));
            return found;
        }

        private ShapeGuess guess() {
            int first = firstReading();
            if (first < 0) {
                return new ShapeGuess(Optional.empty(), reasons, doubts);
            }
            List<List<String>> data = rows.subList(first, rows.size());
            if (delimiter != 0) {
                reasons.add(new Reason(Why.DELIMITER_PARTS_ALIKE, delimiter == '\t' ? "tab" : String.valueOf(delimiter)));
            }
            List<Integer> times = timeColumns(data);
            DateOrder order = dateOrder(data, times);
            boolean comma = decimalComma(data, times);
            List<String> header = header(first);
            List<ValueColumn> values = values(data, times, comma, header);
            if (values.isEmpty()) {
                return new ShapeGuess(Optional.empty(), reasons, doubts);
            }
            long names = values.stream().map(ValueColumn::name).filter(each -> !each.isEmpty()).distinct().count();
            if (names < values.stream().filter(each -> !each.name().isEmpty()).count()) {
                doubts.add(Doubt.SAME_NAMES);
            }
            return new ShapeGuess(Optional.of(new LogShape(delimiter, comma, first, times, order, values)), reasons, doubts);
        }

        /** The first row from which on most have a time where it has one; -1 where there is none. */
        private int firstReading() {
            for (int i = 0; i < Math.min(rows.size(), MOST_HEADER); i++) {
                int at = i;
                List<Integer> times = timeColumns(rows.subList(at, Math.min(rows.size(), at + 1)));
                if (!times.isEmpty()) {
                    List<List<String>> after = rows.subList(at, rows.size());
                    long timed = after.stream().filter(row -> times.stream().allMatch(column -> column < row.size() && isTime(row.get(column)))).count();
                    if (timed >= MOST_ROWS * after.size()) {
                        return i;
                    }
                }
            }
            return -1;
        }

        private static boolean isTime(String cell) {
            return isDate(cell) || Cells.since1970(cell).isPresent() || !cell.isBlank() && Cells.time(cell).isPresent();
        }

        private static boolean isDate(String cell) {
            String[] parts = Cells.dateAndTime(cell);
            return Arrays.stream(DateOrder.values()).anyMatch(order -> order != DateOrder.SINCE_1970 && Cells.local(parts[0], parts[1], order).isPresent());
        }

        /** The first column of dates, and the next one of times where the dates have none of their own. */
        private static List<Integer> timeColumns(List<List<String>> data) {
            int width = data.stream().mapToInt(List::size).max().orElse(0);
            int date = IntStream.range(0, Math.min(width, LogShape.MOST_COLUMNS)).filter(column -> most(data, column, Looking::isDate)).findFirst().orElse(-1);
            if (date < 0) {
                return IntStream.range(0, Math.min(width, LogShape.MOST_COLUMNS)).filter(column -> most(data, column, cell -> Cells.since1970(cell).isPresent())).boxed().limit(1)
                        .toList();
            }
            boolean whole = most(data, date, cell -> !Cells.dateAndTime(cell)[1].isEmpty());
            int time = whole || date + 1 >= width ? -1 : most(data, date + 1, cell -> !cell.isBlank() && Cells.time(cell).isPresent()) ? date + 1 : -1;
            return time < 0 ? List.of(date) : List.of(date, time);
        }

        private static boolean most(List<List<String>> data, int column, java.util.function.Predicate<String> what) {
            long so = data.stream().filter(row -> column < row.size() && what.test(row.get(column))).count();
            return so > 0 && so >= MOST_ROWS * data.size();
        }

        private DateOrder dateOrder(List<List<String>> data, List<Integer> times) {
            List<String[]> all = data.stream().filter(row -> times.get(0) < row.size()).map(row -> Cells.dateAndTime(row.get(times.get(0)))[0]).map(Cells::parts)
                    .flatMap(Optional::stream).toList();
            if (all.isEmpty()) {
                reasons.add(new Reason(Why.NUMBERS_SINCE_1970, data.get(0).get(times.get(0))));
                return DateOrder.SINCE_1970;
            }
            Optional<String[]> year = all.stream().filter(each -> each[0].length() == 4).findFirst();
            if (year.isPresent()) {
                reasons.add(new Reason(Why.YEAR_FIRST, said(year.get())));
                return DateOrder.YEAR_MONTH_DAY;
            }
            Optional<String[]> day = all.stream().filter(each -> Integer.parseInt(each[0]) > 12).findFirst();
            if (day.isPresent()) {
                reasons.add(new Reason(Why.FIRST_PART_OVER_12, said(day.get())));
                return DateOrder.DAY_MONTH_YEAR;
            }
            Optional<String[]> second = all.stream().filter(each -> Integer.parseInt(each[1]) > 12).findFirst();
            if (second.isPresent()) {
                reasons.add(new Reason(Why.SECOND_PART_OVER_12, said(second.get())));
                return DateOrder.MONTH_DAY_YEAR;
            }
            if (all.stream().allMatch(each -> each[3].equals("."))) {
                reasons.add(new Reason(Why.POINTS_IN_DATES, said(all.get(0))));
                return DateOrder.DAY_MONTH_YEAR;
            }
            double byDay = leaps(data, times, DateOrder.DAY_MONTH_YEAR);
            double byMonth = leaps(data, times, DateOrder.MONTH_DAY_YEAR);
            if (Math.max(byDay, byMonth) > 10 * Math.min(byDay, byMonth) + 86_400) {
                reasons.add(new Reason(Why.TIMES_GO_ON_EVENLY, said(all.get(0))));
            } else {
                doubts.add(Doubt.DATE_ORDER);
            }
            return byDay <= byMonth ? DateOrder.DAY_MONTH_YEAR : DateOrder.MONTH_DAY_YEAR;
        }

        private static String said(String[] parts) {
            return parts[0] + parts[3] + parts[1] + parts[3] + parts[2];
        }

        /** All the ways from row to row together (s), as if read in an order. */
        private static double leaps(List<List<String>> data, List<Integer> times, DateOrder order) {
            LocalDateTime before = null;
            double sum = 0;
            for (List<String> row : data) {
                String[] parts = times.size() == 1 ? Cells.dateAndTime(row.get(times.get(0))) : new String[] {row.get(times.get(0)), row.get(times.get(1))};
                Optional<Cells.Local> at = Cells.local(parts[0], parts[1], order);
                if (at.isPresent()) {
                    sum += before == null ? 0 : Math.abs(java.time.Duration.between(before, at.get().at()).toSeconds());
                    before = at.get().at();
                }
            }
            return sum;
        }

        private boolean decimalComma(List<List<String>> data, List<Integer> times) {
            long points = 0;
            long commas = 0;
            String shown = "";
            for (List<String> row : data) {
                for (int i = 0; i < row.size(); i++) {
                    if (!times.contains(i) && row.get(i).strip().matches("[+-]?\\d+[.,]\\d+.*")) {
                        boolean comma = row.get(i).indexOf(',') >= 0 && row.get(i).lastIndexOf(',') > row.get(i).lastIndexOf('.');
                        // Three figures after it may be thousands: they tell nothing.
                        boolean tells = !row.get(i).strip().matches("[+-]?\\d{1,3}[.,]\\d{3}\\D*");
                        commas += comma && tells ? 1 : 0;
                        points += !comma && tells ? 1 : 0;
                        shown = shown.isEmpty() ? row.get(i).strip() : shown;
                    }
                }
            }
            if (points + commas > 0) {
                reasons.add(new Reason(commas > points ? Why.COMMA_IN_NUMBERS : Why.POINT_IN_NUMBERS, shown));
            }
            return commas > points;
        }

        /** What stands above each column, of all rows before the first reading that have as many cells. */
        private List<String> header(int first) {
            int width = rows.get(first).size();
            List<String> names = new ArrayList<>();
            for (int column = 0; column < width; column++) {
                int which = column;
                names.add(String.join(" ", rows.subList(0, first).stream().filter(row -> row.size() > Math.max(1, width / 2) && which < row.size())
                        .map(row -> row.get(which).replace("\ufeff", "").strip()).filter(each -> !each.isEmpty()).toList()));
            }
            return names;
        }

        private List<ValueColumn> values(List<List<String>> data, List<Integer> times, boolean comma, List<String> header) {
            List<ValueColumn> found = new ArrayList<>();
            for (int column = 0; column < Math.min(header.size(), LogShape.MOST_COLUMNS); column++) {
                if (!times.contains(column)) {
                    unit(data, column, comma, header.get(column)).ifPresent(found::add);
                }
            }
            return found;
        }

        private Optional<ValueColumn> unit(List<List<String>> data, int column, boolean comma, String name) {
            List<String> cells = data.stream().filter(row -> column < row.size()).map(row -> row.get(column)).filter(each -> !Cells.isNothing(each)).toList();
            double[] numbers = cells.stream().map(each -> Cells.number(each, comma)).filter(java.util.OptionalDouble::isPresent).mapToDouble(java.util.OptionalDouble::getAsDouble)
                    .sorted().toArray();
            if (numbers.length == 0 || numbers.length < MOST_ROWS * cells.size()) {
                return Optional.empty();
            }
            String said = (name + " " + cells.get(0).replaceAll("[\\d.,+\\s-]", "")).toLowerCase(Locale.ROOT);
            Optional<SeriesUnit> header = HEADERS.entrySet().stream().filter(each -> each.getValue().matcher(said).find()).map(Map.Entry::getKey)
                    .min(Comparator.comparingInt(each -> each == SeriesUnit.F ? 0 : each == SeriesUnit.C ? 1 : 2));
            if (header.isPresent()) {
                reasons.add(new Reason(Why.HEADER_SAYS_SO, name));
                return Optional.of(new ValueColumn(column, name, header.get()));
            }
            boolean warm = said.matches(".*(temp|warm|probe|sensor).*") || name.isEmpty();
            double middle = numbers[numbers.length / 2];
            if (!warm || isCount(numbers) || middle < -40 || middle > 120) {
                return Optional.empty();
            }
            // Above 50 no animal lives in °C, and below 45 none is kept in °F; between them either can be.
            boolean fahrenheit = middle > 50;
            if (middle > 45 && middle < 55) {
                doubts.add(Doubt.UNIT);
            }
            reasons.add(new Reason(Why.VALUES_LOOK_LIKE_IT, String.valueOf(middle)));
            return Optional.of(new ValueColumn(column, name, fahrenheit ? SeriesUnit.F : SeriesUnit.C));
        }

        /** Whether it only counts the rows. */
        private static boolean isCount(double[] sorted) {
            return sorted.length > 2 && IntStream.range(1, sorted.length).allMatch(i -> sorted[i] - sorted[i - 1] == 1);
        }
    }
}
