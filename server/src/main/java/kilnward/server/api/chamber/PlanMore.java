package kilnward.server.api.chamber;

import java.util.List;
import java.util.Map;
import kilnward.core.finding.Step;
import kilnward.core.settings.Habits;
import kilnward.core.settings.Parameter;
import kilnward.server.api.chamber.ChamberPlan.OtherPlacePlan;
import tools.jackson.databind.json.JsonMapper;

/** What of a plan has no columns of its own: kept as one document beside them, null where there is nothing to keep. */
final class PlanMore {
    private static final JsonMapper JSON = JsonMapper.builder().build();

    private PlanMore() {
    }

    /** Of a chamber. */
    record OfChamber(OtherPlacePlan other, String currency, List<Step> looked) {
        static final OfChamber NONE = new OfChamber(null, null, null);
    }

    /** Of a key. */
    record OfKey(Double offAt, Parameter also, Integer place, List<String> words) {
        static final OfKey NONE = new OfKey(null, null, null, null);
    }

    /** Of a controller. */
    record OfController(String device, Boolean floorAsOne, Habits.Calibration calibration, List<Habits.AlarmDoes> highAlarmDoes, List<Habits.AlarmDoes> lowAlarmDoes,
                        Map<Parameter, OfKey> keys) {
        static final OfController NONE = new OfController(null, null, null, null, null, Map.of());
    }

    static String write(Object more, Object none) {
        return more.equals(none) ? null : JSON.writeValueAsString(more);
    }

    static OfChamber chamber(String json) {
        return json == null ? OfChamber.NONE : JSON.readValue(json, OfChamber.class);
    }

    static OfController controller(String json) {
        return json == null ? OfController.NONE : JSON.readValue(json, OfController.class);
    }
}
