package kilnward.core.review;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.OptionalDouble;
import java.util.stream.DoubleStream;
import kilnward.core.finding.Require;
import kilnward.core.series.Samples;

/**
 * How a log switched, from readings alone: it turns where it has gone back by more than a threshold.
 *
 * @param turns turning points in their order, of all pieces; what goes on between two of different pieces is not known
 */
public record Cycles(List<Turn> turns) {
    public Cycles {
        turns = List.copyOf(turns);
    }

    /**
     * Where it turned, or where a piece began or ended.
     *
     * @param atS   s since any beginning
     * @param value what was read there
     * @param first whether a piece begins with it
     */
    public record Turn(double atS, double value, boolean first) {
    }

    /**
     * From one turn to the next.
     *
     * @param whole whether it neither began nor ended with its piece
     */
    public record Move(double fromS, double toS, double from, double to, boolean whole) {
        /** Whether it rose. */
        public boolean rises() {
            return to > from;
        }

        /** How long (s). */
        public double lengthS() {
            return toS - fromS;
        }

        /** By how much, above 0. */
        public double size() {
            return Math.abs(to - from);
        }
    }

    /**
     * Of a log without gaps, or of the pieces of one.
     *
     * @param threshold what it has to go back by more than to have turned, at least 0
     */
    public static Cycles of(List<Samples> pieces, double threshold) {
        Require.that(threshold >= 0, "threshold", threshold, "must be at least 0");
        List<Turn> turns = new ArrayList<>();
        for (Samples piece : pieces) {
            turns.addAll(turns(piece, threshold));
        }
        return new Cycles(turns);
    }

    /** Times it rose and fell, each by more than the threshold. */
    static int count(List<Samples> pieces, double threshold) {
        int cycles = 0;
        for (Samples piece : pieces) {
            long rises = 0;
            long falls = 0;
            for (Move move : new Cycles(turns(piece, threshold)).moves()) {
                if (move.size() > threshold) {
                    rises += move.rises() ? 1 : 0;
                    falls += move.rises() ? 0 : 1;
                }
            }
            cycles += (int) Math.min(rises, falls);
        }
        return cycles;
    }

    /** Turning points of one piece, its beginning and its end among them. */
    private static List<Turn> turns(Samples piece, double threshold) {
        List<Turn> turns = new ArrayList<>();
        if (piece.count() == 0) {
            return turns;
        }
        double[] at = piece.atS();
        double[] value = piece.value();
        turns.add(new Turn(at[0], value[0], true));
        int high = 0;
        int low = 0;
        // 0 until it has moved at all, then the way it goes.
        int way = 0;
        for (int i = 1; i < value.length; i++) {
            high = value[i] > value[high] ? i : high;
            low = value[i] < value[low] ? i : low;
            if (way >= 0 && value[high] - value[i] > threshold) {
                // It came from below, or it began with its height and there is nothing before.
                add(turns, at[high], value[high]);
                way = -1;
                low = i;
                high = i;
            } else if (way <= 0 && value[i] - value[low] > threshold) {
                add(turns, at[low], value[low]);
                way = 1;
                high = i;
                low = i;
            }
        }
        int last = way > 0 ? high : way < 0 ? low : value.length - 1;
        add(turns, at[last], value[last]);
        return turns;
    }

    private static void add(List<Turn> turns, double atS, double value) {
        if (turns.get(turns.size() - 1).atS < atS) {
            turns.add(new Turn(atS, value, false));
        }
    }

    /** From turn to turn. */
    public List<Move> moves() {
        List<Move> moves = new ArrayList<>();
        for (int i = 1; i < turns.size(); i++) {
            Turn from = turns.get(i - 1);
            Turn to = turns.get(i);
            if (!to.first) {
                boolean ends = i + 1 == turns.size() || turns.get(i + 1).first;
                moves.add(new Move(from.atS, to.atS, from.value, to.value, !from.first && !ends));
            }
        }
        return moves;
    }

    /** Median time of a rise and a fall together (s); empty where there are none that are whole. */
    public OptionalDouble periodS() {
        OptionalDouble up = riseS();
        OptionalDouble down = fallS();
        return up.isPresent() && down.isPresent() ? OptionalDouble.of(up.getAsDouble() + down.getAsDouble()) : OptionalDouble.empty();
    }

    /** Median time of a rise (s); empty where there is none that is whole. */
    public OptionalDouble riseS() {
        return median(moves().stream().filter(each -> each.whole && each.rises()).mapToDouble(Move::lengthS));
    }

    /** Median time of a fall (s); empty where there is none that is whole. */
    public OptionalDouble fallS() {
        return median(moves().stream().filter(each -> each.whole && !each.rises()).mapToDouble(Move::lengthS));
    }

    /** Median height of what rises and falls; empty where nothing is whole. */
    public OptionalDouble swing() {
        return median(moves().stream().filter(Move::whole).mapToDouble(Move::size));
    }

    static OptionalDouble median(DoubleStream of) {
        double[] sorted = of.toArray();
        Arrays.sort(sorted);
        return sorted.length == 0 ? OptionalDouble.empty() : OptionalDouble.of(0.5 * (sorted[(sorted.length - 1) / 2] + sorted[sorted.length / 2]));
    }
}
