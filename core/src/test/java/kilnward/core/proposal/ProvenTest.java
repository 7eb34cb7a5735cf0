package kilnward.core.proposal;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.OptionalDouble;
import java.util.TreeMap;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.stream.LongStream;
import kilnward.core.device.Parameter;
import kilnward.core.device.Profile;
import kilnward.core.device.Settings;
import kilnward.core.finding.Finding;
import kilnward.core.finding.Severity;
import kilnward.core.life.DangerLimit;
import kilnward.core.life.Side;
import kilnward.core.quantity.Quantity;
import kilnward.core.rehearsal.scenario.RoomCurve;
import kilnward.core.rehearsal.scenario.Scenario;
import kilnward.core.setup.PlannedController;
import kilnward.core.setup.Setup;
import org.junit.jupiter.api.Test;

/** Every one-press remedy and every proposal is pressed on seeded random chambers, and does what it promised and nothing worse. */
class ProvenTest {
    /** More of them by -Dkiln.chambers=…; an eighth as many again are proposed for, which takes far longer. */
    private static final int CHAMBERS = Integer.getInteger("kiln.chambers", 200);
    private static final int PROPOSED = CHAMBERS / 8;

    private static Scenario day(Setup setup) {
        return new Scenario(RoomCurve.day(setup.chamber().room()), 9, 86_400, 5, Scenario.Start.SETTLED, List.of(), 288);
    }

    @Test
    void whatIsOfferedForAFindingMendsItDoesNothingWorseAndContradictsNoOther() {
        AtomicInteger pressed = new AtomicInteger();
        Map<String, Integer> offered = Collections.synchronizedMap(new TreeMap<>());
        List<String> wrong = Collections.synchronizedList(new ArrayList<>());
        List<String> contradictions = Collections.synchronizedList(new ArrayList<>());
        LongStream.range(0, CHAMBERS).parallel().forEach(seed -> {
            Setup setup = RandomChambers.of(seed);
            Scenario night = new Scenario(RoomCurve.day(setup.chamber().room()), 21, 12 * 3600, 5, Scenario.Start.SETTLED, List.of(), 144);
            Assessment before = Assessment.of(looking(setup), night);
            Contradictions.among(setup, before.findings()).forEach(each -> contradictions.add("seed " + seed + ": " + each));
            for (Finding finding : before.findings()) {
                if (finding.remedy().isOnePress()) {
                    pressed.incrementAndGet();
                    offered.merge(finding.code(), 1, Integer::sum);
                    check("seed " + seed + ", " + finding.code() + ", " + finding.remedy(), before, looking(setup), Proof.with(looking(setup), finding.remedy()),
                            finding.severity(), finding, night)
                            .forEach(wrong::add);
                }
            }
        });
        assertEquals(List.of(), wrong);
        assertEquals(List.of(), contradictions, "no finding asks for what another forbids");
        assertTrue(pressed.get() > CHAMBERS / 3, "enough was offered to mean something: " + offered);
    }

    @Test
    void whatIsProposedHoldsAndDoesNothingWorse() {
        AtomicInteger proposed = new AtomicInteger();
        List<String> wrong = Collections.synchronizedList(new ArrayList<>());
        LongStream.range(1000, 1000 + PROPOSED).parallel().forEach(seed -> {
            Setup setup = looking(RandomChambers.of(seed));
            Scenario day = day(setup);
            for (PlannedController controller : setup.controllers()) {
                if (controller.reads() == Quantity.RELATIVE_HUMIDITY && setup.needs().band(Quantity.RELATIVE_HUMIDITY).isEmpty()) {
                    continue;
                }
                Suggestion suggestion = Suggestion.of(setup, controller.id());
                if (suggestion.obstacle().isPresent()) {
                    continue;
                }
                proposed.incrementAndGet();
                Assessment before = Assessment.of(setup, day);
                Setup changed = setup.with(controller.id(), suggestion.settings());
                Assessment after = Assessment.of(changed, day);
                Severity worst = before.plain().stream().filter(each -> after.plain().stream().noneMatch(each::isSameAs)).map(Finding::severity).min(Severity::compareTo)
                        .orElse(Severity.MIND_THIS);
                wrong.addAll(check("seed " + seed + ", proposal for " + controller.id() + " " + suggestion.settings(), before, setup, changed, worst, null, day));
            }
        });
        assertEquals(List.of(), wrong);
        assertTrue(proposed.get() > PROPOSED / 4, "enough was proposed to mean something: " + proposed);
    }

    /** Controllers of these chambers look no oftener than the steps in which they are rehearsed here. */
    static Setup looking(Setup setup) {
        return setup.withControllers(setup.controllers().stream().map(each -> {
            Profile profile = each.profile();
            return new PlannedController(each.id(), each.name(), each.probeIds(),
                    new Profile(profile.name(), profile.law(), profile.unit(), profile.resolution(), 5, profile.raising(),
                            profile.lowering(), profile.strict(), profile.keys(), "", "", profile.habits()),
                    each.loops(), each.settings());
        }).toList());
    }

    /** The promise, written down once more and apart from the rule that keeps it. */
    private static List<String> check(String what, Assessment before, Setup setup, Setup changed, Severity mended, Finding finding, Scenario scenario) {
        List<String> wrong = new ArrayList<>();
        Assessment after = Assessment.of(changed, scenario);
        if (finding != null && after.plain().stream().anyMatch(each -> each.code().equals(finding.code()) && each.about().equals(finding.about()))) {
            wrong.add(what + ": is still there");
        }
        for (Finding now : after.plain()) {
            boolean was = before.plain().stream().anyMatch(old -> old.code().equals(now.code()) && old.about().id().equals(now.about().id())
                    && old.severity().compareTo(now.severity()) <= 0);
            if (!was && now.severity().compareTo(mended) <= 0) {
                wrong.add(what + ": " + now.code() + " comes");
            }
        }
        OptionalDouble low = setup.needs().nearest(Side.LOW).map(DangerLimit::level).map(OptionalDouble::of).orElse(OptionalDouble.empty());
        OptionalDouble high = setup.needs().nearest(Side.HIGH).map(DangerLimit::level).map(OptionalDouble::of).orElse(OptionalDouble.empty());
        for (PlannedController controller : changed.controllers()) {
            Settings old = setup.controller(controller.id()).settings();
            if (controller.reads() == Quantity.RELATIVE_HUMIDITY) {
                continue;
            }
            for (Parameter level : List.of(Parameter.SET_VALUE, Parameter.NIGHT_SET_VALUE, Parameter.ON_AT, Parameter.OFF_AT, Parameter.HIGH_ALARM, Parameter.LOW_ALARM)) {
                if (controller.settings().value(level).isPresent() && !controller.settings().value(level).equals(old.value(level))) {
                    double shown = controller.settings().unit(controller.profile()).toModel(controller.settings().need(level));
                    if (low.isPresent() && shown <= low.getAsDouble() || high.isPresent() && shown >= high.getAsDouble()) {
                        wrong.add(what + ": " + level + " at " + shown + " is at or past harm");
                    }
                }
            }
        }
        return wrong;
    }
}
