package kilnward.core.control;

import java.util.List;
import java.util.Objects;
import kilnward.core.finding.Require;

/**
 * One output of a controller with its law.
 *
 * @param id           stable name within the chamber
 * @param law          what it decides
 * @param timers       what holds it back
 * @param mode         by program or by hand
 * @param applianceIds the appliances on its outlet, at least one
 * @param onlyLit      whether its program works only while there is light
 * @param cutOut       whether it stands in series before what another loop switches, as a second layer
 */
public record Loop(String id, Law law, Timers timers, OutputMode mode, List<String> applianceIds, boolean onlyLit,
        boolean cutOut) {
    public Loop {
        Require.that(id != null && !id.isBlank(), "id", id, "must be given");
        Objects.requireNonNull(law, "law");
        Objects.requireNonNull(timers, "timers");
        Objects.requireNonNull(mode, "mode");
        applianceIds = List.copyOf(applianceIds);
        Require.that(!applianceIds.isEmpty(), "applianceIds", applianceIds, "must name at least one appliance");
    }

    /** One that works in the dark too. */
    public Loop(String id, Law law, Timers timers, OutputMode mode, List<String> applianceIds) {
        this(id, law, timers, mode, applianceIds, false, false);
    }
}
