package kilnward.core.life;

import java.util.HashSet;
import java.util.List;
import java.util.Objects;
import java.util.Set;
import kilnward.core.finding.RefusedValueException;
import kilnward.core.finding.Require;

/**
 * One way of keeping an occupant, where practitioners differ.
 *
 * @param id          stable name within its guide, in kebab case
 * @param name        what a keeper calls it
 * @param explanation what it does differently and why, in a sentence
 * @param stages      its stages in order, at least one
 * @param weightLoss  loss of weight by which its humidity is set; null where it is not set by weight
 * @param expected    when they come out; null where nothing comes out or nobody knows
 * @param doings      what is to be done on which day
 */
public record School(String id, String name, String explanation, List<Stage> stages, WantedLoss weightLoss, Expected expected, List<Doing> doings) {
    /** One in which nothing comes out and nothing is to be done. */
    public School(String id, String name, String explanation, List<Stage> stages, WantedLoss weightLoss) {
        this(id, name, explanation, stages, weightLoss, null, List.of());
    }

    /**
     * A wanted loss of weight with the grade of its source.
     *
     * @param endPoint what is meant by the end
     * @param endDay   day of the end point since setting
     * @param lowPct   lowest wanted loss by then, of fresh mass (%)
     * @param highPct  highest wanted loss by then (%)
     * @param grade    grade of the source
     */
    public record WantedLoss(WeightLoss.EndPoint endPoint, double endDay, double lowPct, double highPct, SourceGrade grade) {
        public WantedLoss {
            Objects.requireNonNull(grade, "grade");
            new WeightLoss.Target(endPoint, endDay, lowPct, highPct);
        }
    }

    public School {
        Require.that(id != null && id.matches("[a-z0-9]+(-[a-z0-9]+)*"), "id", id, "must be in kebab case");
        Require.that(name != null && !name.isBlank(), "name", name, "must be given");
        explanation = explanation == null ? "" : explanation;
        Require.that(stages != null && !stages.isEmpty(), "stages", stages, "must hold at least one stage");
        stages = List.copyOf(stages);
        Set<String> seen = new HashSet<>();
        for (Stage stage : stages) {
            Require.that(seen.add(stage.id()), "stages", stage.id(), "must not hold two stages of one id");
        }
        doings = doings == null ? List.of() : List.copyOf(doings);
    }

    /**
     * The stage that a day falls into; the last one beyond the end of all.
     *
     * @param day whole days since the start, the first being 0
     */
    public Stage stageOn(long day) {
        double until = 0;
        for (Stage stage : stages) {
            if (stage.durationDays() == null) {
                return stage;
            }
            until += stage.durationDays();
            if (day < until) {
                return stage;
            }
        }
        return stages.get(stages.size() - 1);
    }

    /**
     * On which day a stage begins, where none before it is of open length (days since the start).
     *
     * @throws kilnward.core.finding.RefusedValueException where it is no stage of this school
     */
    public double beginsOn(String stageId) {
        double day = 0;
        for (Stage stage : stages) {
            if (stage.id().equals(stageId)) {
                return day;
            }
            day += stage.durationDays() == null ? 0 : stage.durationDays();
        }
        throw new RefusedValueException("stageId", stageId, "must be a stage of " + name);
    }
}
