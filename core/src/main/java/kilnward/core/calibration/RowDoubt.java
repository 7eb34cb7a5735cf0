package kilnward.core.calibration;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.TreeMap;
import kilnward.core.probe.DisplayUnit;
import kilnward.core.quantity.Quantity;

/**
 * Something doubtful about a row that somebody is about to write down: it is asked about, before it counts.
 *
 * @param kind  what is doubtful
 * @param field {@code display}, {@code references.<name>} or {@code at}
 * @param given what was typed
 * @param meant what was probably meant; empty where that cannot be told
 */
public record RowDoubt(Kind kind, String field, double given, OptionalDouble meant) {
    /** Farther than this from what is expected (K), and near it in the other unit, it was the other unit. */
    private static final double FAR_K = 10;
    private static final double NEAR_K = 6;
    /** The same row this near in time (s) is the same row written twice. */
    public static final double MOMENT_S = 5;

    /** What may be doubtful. */
    public enum Kind {
        /** It looks like the other unit: °F where °C is wanted, a share where per cent are. */
        OTHER_UNIT,
        /** It moved faster than a closed box can. */
        JUMP,
        /** The same row is there already. */
        TWICE
    }

    /**
     * @param row        the row
     * @param others     the rows that are there already and count
     * @param unit       unit of the controller
     * @param expected   about what the display should show, its set value for instance; empty where that is not known
     */
    public static List<RowDoubt> of(CheckRow row, List<CheckRow> others, DisplayUnit unit, OptionalDouble expected) {
        List<RowDoubt> doubts = new ArrayList<>();
        Map<String, Double> values = new TreeMap<>();
        values.put("display", row.display());
        row.read().forEach((name, value) -> values.put("references." + name, value));
        Optional<CheckRow> last = others.stream().filter(each -> each.timeS() <= row.timeS()).max(Comparator.comparingDouble(CheckRow::timeS));
        OptionalDouble about = last.map(each -> OptionalDouble.of(each.display())).orElse(expected);
        values.forEach((field, value) -> {
            OptionalDouble near = about.isPresent() || field.equals("display") ? about : OptionalDouble.of(row.display());
            OptionalDouble meant = near.isPresent() ? meantInOtherUnit(value, near.getAsDouble(), unit) : OptionalDouble.empty();
            if (meant.isPresent()) {
                doubts.add(new RowDoubt(Kind.OTHER_UNIT, field, value, meant));
            } else {
                last.flatMap(each -> before(each, field)).filter(before -> jumps(value - before, row.timeS() - last.get().timeS(), unit))
                        .ifPresent(before -> doubts.add(new RowDoubt(Kind.JUMP, field, value, OptionalDouble.empty())));
            }
        });
        if (others.stream().anyMatch(each -> Math.abs(each.timeS() - row.timeS()) <= MOMENT_S && each.display() == row.display() && each.read().equals(row.read()))) {
            doubts.add(new RowDoubt(Kind.TWICE, "at", row.timeS(), OptionalDouble.empty()));
        }
        return doubts;
    }

    private static Optional<Double> before(CheckRow row, String field) {
        return Optional.ofNullable(field.equals("display") ? Double.valueOf(row.display()) : row.read().get(field.substring("references.".length())));
    }

    private static OptionalDouble meantInOtherUnit(double value, double expected, DisplayUnit unit) {
        if (!unit.isTemperature()) {
            return unit == DisplayUnit.RH && value > 0 && value <= 1 && expected > 2 ? OptionalDouble.of(100 * value) : OptionalDouble.empty();
        }
        double meant = unit == DisplayUnit.F ? DisplayUnit.F.fromModel(value) : DisplayUnit.F.toModel(value);
        double awayK = unit.differenceToModel(Math.abs(value - expected));
        double thenK = unit.differenceToModel(Math.abs(meant - expected));
        return awayK > FAR_K && thenK < NEAR_K ? OptionalDouble.of(Math.round(meant * 100) / 100.0) : OptionalDouble.empty();
    }

    private static boolean jumps(double difference, double seconds, DisplayUnit unit) {
        double moved = Math.abs(unit.differenceToModel(difference));
        Quantity.Pace pace = unit.quantity().holding().pace();
        return moved > pace.jump() && moved > pace.jumpPerS() * seconds;
    }
}
