package kilnward.core.life;

import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import kilnward.core.finding.Require;

/**
 * What an occupant needs.
 *
 * @param id       stable name, in kebab case
 * @param name     what a keeper calls it
 * @param keeping  the kind of chamber it is usually kept in
 * @param where    the words for "at the occupant" of this one ("at the eggs", "in the water")
 * @param measured whether its temperature is that of the contents or of the air around it
 * @param schools  its schools, the usual one first
 * @param cautions short cautions to show with it
 * @param living   what it gives off, in all stages that say nothing else; null where it does not matter or nobody knows
 * @param publications what its published values were taken from
 */
public record Guide(String id, String name, Keeping keeping, String where, OccupantPlace measured, List<School> schools,
        List<String> cautions, LivingCurve living, List<Publication> publications) {
    /** One of which nobody knows what it gives off, and which rests on no publication. */
    public Guide(String id, String name, Keeping keeping, String where, OccupantPlace measured, List<School> schools, List<String> cautions) {
        this(id, name, keeping, where, measured, schools, cautions, null, List.of());
    }

    public Guide {
        Require.that(id != null && id.matches("[a-z0-9]+(-[a-z0-9]+)*"), "id", id, "must be in kebab case");
        Require.that(name != null && !name.isBlank(), "name", name, "must be given");
        Require.that(keeping != null, "keeping", null, "must be given");
        Require.that(where != null && !where.isBlank(), "where", where, "must be given");
        Require.that(measured != null, "measured", null, "must be given");
        Require.that(schools != null && !schools.isEmpty(), "schools", schools, "must hold at least one school");
        schools = List.copyOf(schools);
        cautions = cautions == null ? List.of() : List.copyOf(cautions);
        publications = publications == null ? List.of() : List.copyOf(publications);
        Set<String> seen = new HashSet<>();
        for (School school : schools) {
            Require.that(seen.add(school.id()), "schools", school.id(), "must not hold two schools of one id");
        }
    }

    /** What it gives off in a stage; empty where that does not matter or nobody knows. */
    public Optional<LivingCurve> living(Stage stage) {
        return Optional.ofNullable(stage.living()).or(() -> Optional.ofNullable(living));
    }
}
