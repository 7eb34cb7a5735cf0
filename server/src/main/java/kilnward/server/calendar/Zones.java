package kilnward.server.calendar;

import java.time.DateTimeException;
import java.time.ZoneId;
import kilnward.core.finding.RefusedValueException;
import kilnward.core.life.Guide;
import kilnward.core.life.School;
import kilnward.server.guide.GuideService;

/** Reads names that people send. */
final class Zones {
    private Zones() {
    }

    /** A time zone by its name. */
    static ZoneId of(String name) {
        try {
            return ZoneId.of(name);
        } catch (DateTimeException unknown) {
            throw new RefusedValueException("zone", name, "must be the name of a time zone, as Europe/Paris");
        }
    }

    /** A school of a guide. */
    static School school(GuideService guides, String guideId, String schoolId) {
        Guide guide = guides.find(guideId).orElseThrow(() -> new RefusedValueException("guideId", guideId, "must be the id of a guide"));
        return guide.schools().stream().filter(each -> each.id().equals(schoolId)).findFirst().orElseThrow(() -> new RefusedValueException("schoolId", schoolId,
                "must be one of " + String.join(", ", guide.schools().stream().map(School::id).toList())));
    }
}
