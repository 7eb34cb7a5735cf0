package kilnward.server.begin;

import static kilnward.server.wire.Absent.orNull;

import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import kilnward.core.alarm.RuleKind;
import kilnward.core.control.Style;
import kilnward.core.device.Beginning;
import kilnward.core.device.LawKind;
import kilnward.core.device.Parameter;
import kilnward.core.probe.DisplayUnit;
import kilnward.server.plan.ChamberPlan.BoxPlan;
import kilnward.server.plan.ChamberPlan.ProbePlan;
import kilnward.server.plan.ChamberPlan.ProfilePlan;
import kilnward.server.wire.OrNull;

/**
 * What the interface is told of keys, schools and new parts when it is built ({@code web/src/lib/api/catalogue.json}), so that it knows it before it asks anything.
 *
 * @param parameters what can be keyed in, in the order in which keys are gone through
 * @param laws       the schools of controllers
 * @param rules      kinds of alarm rule, in the order in which they are offered
 * @param box        a box to begin measuring from, at sea level
 * @param probe      a probe that hangs in its usual place; its id is to be replaced
 * @param profile    a controller with plain labels
 */
public record Catalogue(List<ParameterView> parameters, List<LawView> laws, List<RuleKindView> rules, BoxPlan box, ProbePlan probe, ProfilePlan profile) {
    /**
     * A meaning.
     *
     * @param choices number of choices; 0 for a number
     * @param begins  what a key of it begins as on a device of each unit
     */
    public record ParameterView(Parameter parameter, Parameter.Kind kind, int choices, Map<DisplayUnit, BeginningView> begins) {
    }

    /**
     * A key as it begins.
     *
     * @param step   null for the step of the display
     * @param lowest null for one step
     */
    public record BeginningView(@OrNull Double step, @OrNull Double lowest, double highest) {
    }

    /**
     * A school.
     *
     * @param needed    keys that a device cannot do without
     * @param neededOfPair the same of one keyed in as a pair
     * @param offered   keys that it may have
     */
    public record LawView(LawKind law, List<Parameter> needed, List<Parameter> neededOfPair, List<Parameter> offered) {
    }

    /**
     * A kind of alarm rule.
     *
     * @param limit    what its limit is
     * @param deadband whether it has to come back by one before it counts as back
     */
    public record RuleKindView(RuleKind kind, RuleKind.Limit limit, boolean deadband) {
    }

    private static final String NO_ID = "00000000-0000-0000-0000-000000000000";

    static Catalogue catalogue() {
        return new Catalogue(Arrays.stream(Parameter.values()).map(Catalogue::parameter).toList(), Arrays.stream(LawKind.values()).map(Catalogue::law).toList(),
                Arrays.stream(RuleKind.values()).map(each -> new RuleKindView(each, each.limit(), each.hasDeadband()))
                        .toList(),
                Starter.foamBox(0.5, 0.4, 0.35, 50, 0), new ProbePlan(NO_ID, "probe", null, null, null, null, 0.0, 0.0, 40.0, 0.0, 0.0, 0.0, null, null), Starter.plainProfile());
    }

    private static ParameterView parameter(Parameter parameter) {
        Map<DisplayUnit, BeginningView> begins = new LinkedHashMap<>();
        for (DisplayUnit unit : DisplayUnit.values()) {
            Beginning each = Beginning.of(parameter, unit);
            begins.put(unit, new BeginningView(orNull(each.step()), orNull(each.lowest()), each.highest()));
        }
        return new ParameterView(parameter, parameter.kind(), parameter.choices(), begins);
    }

    private static LawView law(LawKind law) {
        return new LawView(law, needed(law, Style.OFF_AT_SET), needed(law, Style.PAIR), Arrays.stream(Parameter.values()).filter(law.keys()::offers).toList());
    }

    private static List<Parameter> needed(LawKind law, Style style) {
        return law.keys().needed(style).stream().sorted().toList();
    }
}
