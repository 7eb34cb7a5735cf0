package kilnward.core.proposal;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Locale;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.stream.LongStream;
import kilnward.core.finding.Finding;
import kilnward.core.finding.Remedy;
import kilnward.core.rehearsal.RoomCurve;
import kilnward.core.rehearsal.Scenario;
import kilnward.core.rehearsal.Workers;
import kilnward.core.setup.Setup;
import org.junit.jupiter.api.Test;

/** Of seeded random chambers no two findings contradict each other: no remedy asks for what another forbids. */
class ContradictionTest {
    /** More of them by -Dkiln.chambers=…. */
    private static final int CHAMBERS = Integer.getInteger("kiln.chambers", 200);
    /** Words that must not stand in two remedies of one chamber. */
    private static final List<String[]> OPPOSED = List.of(new String[] {"let more air through", "let less air through"}, new String[] {"a stronger heater", "a weaker heater"},
            new String[] {"set it higher", "set it lower"}, new String[] {"keep the room warmer", "keep the room cooler"}, new String[] {"cover what is wet", "moisten with"},
            new String[] {"let the humidifier start sooner", "let the humidifier stop sooner"});

    @Test
    void noTwoFindingsContradictEachOther() {
        List<String> wrong = Collections.synchronizedList(new ArrayList<>());
        AtomicInteger pairs = new AtomicInteger();
        LongStream.range(40_000, 40_000 + CHAMBERS).parallel().forEach(seed -> {
            Setup setup = ProvenTest.looking(RandomChambers.of(seed));
            Scenario day = new Scenario(RoomCurve.day(setup.chamber().room()), 9, 86_400, 5, Scenario.Start.SETTLED, List.of(), 288);
            List<Finding> findings = Assessment.of(setup, day, false, Workers.ALONE).findings();
            for (int i = 0; i < findings.size(); i++) {
                for (int j = i + 1; j < findings.size(); j++) {
                    pairs.incrementAndGet();
                    Finding one = findings.get(i);
                    Finding other = findings.get(j);
                    if (contradict(setup, one, other)) {
                        wrong.add("seed " + seed + ": " + one.code() + " says \"" + one.remedy().text() + "\", " + other.code() + " says \"" + other.remedy().text() + "\"");
                    }
                }
            }
        });
        assertEquals(List.of(), wrong);
        assertTrue(pairs.get() > 5 * CHAMBERS, "enough was said to mean something: " + pairs);
    }

    private static boolean contradict(Setup setup, Finding one, Finding other) {
        String first = one.remedy().text().toLowerCase(Locale.ROOT);
        String second = other.remedy().text().toLowerCase(Locale.ROOT);
        boolean words = OPPOSED.stream().anyMatch(pair -> first.contains(pair[0]) && second.contains(pair[1]) || first.contains(pair[1]) && second.contains(pair[0]));
        boolean keys = one.remedy().changes().stream().anyMatch(change -> other.remedy().changes().stream()
                .anyMatch(against -> change.controllerId().equals(against.controllerId()) && change.parameter().equals(against.parameter())
                        && way(setup, change) * way(setup, against) < 0));
        return words || keys || sizes(one, other) || sizes(other, one);
    }

    private static double way(Setup setup, Remedy.Change change) {
        return Math.signum(
                change.value() - setup.controller(change.controllerId()).settings().value(kilnward.core.device.Parameter.valueOf(change.parameter())).orElse(change.value()));
    }

    /** A heater of at least so much, and one of at most less. */
    private static boolean sizes(Finding weak, Finding strong) {
        return weak.code().equals("heater-too-small") && (strong.code().equals("dimmer-would-fit") || strong.remedy().text().contains("{harmlessW}")
                && strong.numbers().get("harmlessW").value() < weak.numbers().get("wantW").value());
    }
}
