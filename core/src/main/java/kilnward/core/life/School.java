package kilnward.core.life;

import java.util.HashSet;
import java.util.List;
import java.util.Set;
import kilnward.core.finding.Require;

/**
 * One way of keeping an occupant, where practitioners differ.
 *
 * @param id          stable name within its guide, in kebab case
 * @param name        what a keeper calls it
 * @param explanation what it does differently and why, in a sentence
 * @param stages      its stages in order, at least one
 */
public record School(String id, String name, String explanation, List<Stage> stages) {
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
    }
}
