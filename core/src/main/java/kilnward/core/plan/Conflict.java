package kilnward.core.plan;

import java.time.LocalDateTime;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.function.Function;
import kilnward.core.life.Graded;
import kilnward.core.life.Range;
import kilnward.core.life.Stage;

/**
 * A span in which two batches in one chamber want what cannot be had together.
 *
 * @param over  over what
 * @param one   stage of the first batch
 * @param other stage of the second batch
 * @param from  since when, by the clock of the place
 * @param to    until when; null for an open end
 */
public record Conflict(Over over, Stage one, Stage other, LocalDateTime from, LocalDateTime to) {
    /** What they differ over. */
    public enum Over {
        /** No temperature suits both. */
        TEMPERATURE,
        /** No humidity suits both. */
        HUMIDITY,
        /** One is turned, the other must lie still. */
        TURNING,
        /** Hours of light a day differ by more than one. */
        LIGHT,
        /** Air changes an hour differ by more than one. */
        FRESH_AIR,
        /** One is to be opened for its doings while the lid of the other has to stay shut. */
        LID
    }

    /** A stage from when to when; the end is null where it is open. */
    private record Span(int stage, LocalDateTime from, LocalDateTime to) {
    }

    /** All conflicts of two batches that share a chamber, in the order of time. */
    public static List<Conflict> between(Batch one, Batch other) {
        List<Conflict> found = new ArrayList<>();
        for (Span mine : spans(one)) {
            for (Span theirs : spans(other)) {
                LocalDateTime from = mine.from.isAfter(theirs.from) ? mine.from : theirs.from;
                LocalDateTime to = earlier(mine.to, theirs.to);
                if (to == null || from.isBefore(to)) {
                    Stage a = one.school().stages().get(mine.stage);
                    Stage b = other.school().stages().get(theirs.stage);
                    differences(a, b).forEach(each -> found.add(new Conflict(each, a, b, from, to)));
                    if (shut(one, mine) != shut(other, theirs)) {
                        found.add(new Conflict(Over.LID, a, b, from, to));
                    }
                }
            }
        }
        found.sort(Comparator.comparing(Conflict::from).thenComparing(Conflict::over));
        return found;
    }

    /** Whether the lid has to stay shut all through a stage. */
    private static boolean shut(Batch batch, Span span) {
        return Schedule.of(batch).tasks().stream().anyMatch(each -> each.code() == Task.Code.LID_STAYS_SHUT && !each.at().isAfter(span.from));
    }

    private static List<Over> differences(Stage a, Stage b) {
        List<Over> found = new ArrayList<>();
        if (apart(a.temperatureC(), b.temperatureC()) || apart(night(a), night(b))) {
            found.add(Over.TEMPERATURE);
        }
        if (apart(a.humidityPct(), b.humidityPct()) || apart(nightHumidity(a), nightHumidity(b))) {
            found.add(Over.HUMIDITY);
        }
        if (Schedule.turns(a) != Schedule.turns(b)) {
            found.add(Over.TURNING);
        }
        if (differ(a, b, stage -> value(stage.lightHours()), 1)) {
            found.add(Over.LIGHT);
        }
        if (differ(a, b, stage -> value(stage.freshAirPerHour()), 1)) {
            found.add(Over.FRESH_AIR);
        }
        return found;
    }

    private static Range night(Stage stage) {
        return stage.nightTemperatureC() == null ? stage.temperatureC() : stage.nightTemperatureC();
    }

    private static Range nightHumidity(Stage stage) {
        return stage.nightHumidityPct() == null ? stage.humidityPct() : stage.nightHumidityPct();
    }

    private static boolean apart(Range one, Range other) {
        return one != null && other != null && (one.low() > other.high() || other.low() > one.high());
    }

    private static Optional<Double> value(Graded graded) {
        return graded == null ? Optional.empty() : Optional.of(graded.value());
    }

    private static boolean differ(Stage a, Stage b, Function<Stage, Optional<Double>> of, double by) {
        Optional<Double> one = of.apply(a);
        Optional<Double> other = of.apply(b);
        return one.isPresent() && other.isPresent() && Math.abs(one.get() - other.get()) > by;
    }

    private static List<Span> spans(Batch batch) {
        List<Span> spans = new ArrayList<>();
        int count = batch.school().stages().size();
        for (int i = 0; i < count; i++) {
            LocalDateTime from = batch.begins(i);
            if (from == null) {
                break;
            }
            spans.add(new Span(i, from, i + 1 < count ? batch.begins(i + 1) : end(batch)));
        }
        return spans;
    }

    private static LocalDateTime end(Batch batch) {
        return Schedule.of(batch).tasks().stream().filter(each -> each.code() == Task.Code.ENDS).map(Task::at).findFirst().orElse(null);
    }

    private static LocalDateTime earlier(LocalDateTime one, LocalDateTime other) {
        return one == null ? other : other == null || one.isBefore(other) ? one : other;
    }
}
