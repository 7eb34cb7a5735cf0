package kilnward.core.fitting;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.SplittableRandom;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.stream.IntStream;
import kilnward.core.chamber.appliance.Heater;
import kilnward.core.chamber.model.SteadyState;
import kilnward.core.finding.RefusedValueException;
import kilnward.core.other.OtherLogs;
import kilnward.core.other.OtherLogs.Logged;
import kilnward.core.other.OtherLogs.Manner;
import kilnward.core.other.OtherLogs.Planned;
import kilnward.core.other.OtherLogs.Truth;
import kilnward.core.other.OtherLogs.Where;
import kilnward.core.rehearsal.scenario.RoomCurve;
import kilnward.core.setup.Setup;
import org.junit.jupiter.api.Test;

/** Boxes of another simulator, learned from their logs: mats on the floor, mats that hang free though planned on the floor, rods; a sensor of the room that is off, openings. */
class OtherBoxesFitTest {
    private static final boolean SOAK = Boolean.getBoolean("kiln.soak");
    private static final int LOGS = Integer.getInteger("kiln.logs", SOAK ? 500 : 10);
    private static final Manner FROM_COLD = new Manner(true, 8, 0.3, 0.05, 2);
    private static final Manner RUNNING = new Manner(false, 10, 0.3, 0.05, 2);

    private static BoxLog log(Logged logged, boolean cold, List<Double> opened) {
        double[] room = logged.roomC();
        RoomCurve curve = time -> room[(int) Math.max(0, Math.min(room.length - 1, time / 60))];
        return new BoxLog("probe", logged.read(), curve, 0, Drive.ofWatts(logged.watts()), cold, BoxLog.ROOM_ERROR_K, opened);
    }

    /** What a fit should find: that with which the product's box ends, stuck on, where the other one does. */
    private static Map<BoxParameter, Double> truth(Planned planned, Truth is) {
        Map<BoxParameter, Double> truth = new EnumMap<>(BoxParameter.class);
        Setup plan = planned.setup();
        Heater heater = plan.chamber().heaters().get(0);
        boolean free = planned.where() == Where.MAT_IN_AIR;
        double both = heater.toAirWK() + heater.toContentsWK();
        truth.put(BoxParameter.HEATER, is.watts());
        truth.put(BoxParameter.AIR, is.air());
        truth.put(BoxParameter.PROBE_LAG, 1.0);
        truth.put(BoxParameter.ELEMENT_TO_AIR, is.contact() * (free ? 1.5 * both / heater.toAirWK() : 1));
        truth.put(BoxParameter.ELEMENT_TO_CONTENTS, free ? 0 : is.contact());
        truth.put(BoxParameter.ELEMENT, is.element());
        truth.put(BoxParameter.PROBE_NEAR_HEATER, is.felt());
        truth.put(BoxParameter.MASS, is.kg());
        Setup real = plan;
        for (Map.Entry<BoxParameter, Double> each : truth.entrySet()) {
            real = each.getKey().with(real, "probe", each.getValue());
        }
        double endsAboveK = OtherLogs.box(planned, is, 16).endsAboveK();
        double low = 0.2;
        double high = 5;
        for (int i = 0; i < 40; i++) {
            double middle = Math.sqrt(low * high);
            boolean warmer = SteadyState.of(BoxParameter.LOSS.with(real, "probe", middle).chamber()).occupantC(16, 1, 0) - 16 > endsAboveK;
            low = warmer ? middle : low;
            high = warmer ? high : middle;
        }
        truth.put(BoxParameter.LOSS, low);
        return truth;
    }

    /** 93 to 98 of a hundred intervals of 500 logs hold the truth; few logs are given more room. */
    @Test
    void intervalsHoldTheTruthOfBoxesOfAnotherKindToo() {
        Map<BoxParameter, int[]> held = new EnumMap<>(BoxParameter.class);
        AtomicInteger refused = new AtomicInteger();
        IntStream.range(0, LOGS).parallel().forEach(seed -> {
            SplittableRandom random = new SplittableRandom(1000 + 7919L * seed);
            Planned planned = Planned.any(random);
            Truth is = Truth.any(random);
            Manner manner = seed % 2 == 0 ? FROM_COLD : RUNNING;
            Logged logged = OtherLogs.of(planned, is, manner, random);
            BoxFit fit;
            try {
                fit = BoxFit.of(planned.setup(), log(logged, manner.cold(), logged.opened()));
            } catch (RefusedValueException tooQuick) {
                refused.incrementAndGet();
                return;
            }
            if (!fit.fits()) {
                refused.incrementAndGet();
                return;
            }
            Map<BoxParameter, Double> truth = truth(planned, is);
            for (BoxFit.Estimate each : fit.estimates()) {
                boolean holds = each.low() <= truth.get(each.parameter()) && truth.get(each.parameter()) <= each.high();
                synchronized (held) {
                    int[] count = held.computeIfAbsent(each.parameter(), key -> new int[2]);
                    count[0] += holds ? 1 : 0;
                    count[1]++;
                }
            }
        });
        String counts = held.entrySet().stream().map(each -> each.getKey() + " " + each.getValue()[0] + " of " + each.getValue()[1]).toList() + ", refused " + refused;
        System.out.println("intervals of boxes of another simulator: " + counts);
        int all = held.values().stream().mapToInt(count -> count[1]).sum();
        double share = held.values().stream().mapToInt(count -> count[0]).sum() / (double) all;
        assertTrue(share >= (SOAK ? 0.93 : 0.90) && share <= (SOAK ? 0.98 : 1), counts);
        assertTrue(refused.get() <= Math.max(1, LOGS / 10), counts);
        assertTrue(held.get(BoxParameter.LOSS)[1] >= 0.9 * (LOGS - refused.get()), counts);
    }

    /** The lid stood open for a quarter of an hour three times and nobody wrote it down: what is learned is refused, or less sure than it would be. */
    @Test
    void anOpeningThatNobodyWroteDownIsNotTakenForTheBox() {
        SplittableRandom random = new SplittableRandom(5);
        Planned planned = new Planned(new double[] {0.5, 0.35, 0.3, 0.05}, 3, 40, Where.MAT_ON_FLOOR, 0.5, 0.03, 45);
        Logged logged = OtherLogs.of(planned, Truth.asPlanned(planned), new Manner(true, 8, 0, 0.05, 6), random);
        BoxFit written = BoxFit.of(planned.setup(), log(logged, true, logged.opened()));
        BoxFit unwritten = BoxFit.of(planned.setup(), log(logged, true, List.of()));
        assertTrue(written.fits(), written.misfit() + "");
        assertFalse(unwritten.fits() && unwritten.wanderK() <= written.wanderK(), unwritten.wanderK() + " " + unwritten.misfit());
    }

    /** A mat that hangs free is found to give its heat to the air, or what it gives to the contents is not told; never with a sure value that is wrong. */
    @Test
    void aMatThatHangsFreeEndsWhereItDoes() {
        SplittableRandom random = new SplittableRandom(6);
        Planned planned = new Planned(new double[] {0.5, 0.35, 0.3, 0.05}, 3, 40, Where.MAT_IN_AIR, 0.5, 0.03, 45);
        Truth is = Truth.asPlanned(planned);
        Logged logged = OtherLogs.of(planned, is, FROM_COLD, random);
        BoxFit fit = BoxFit.of(planned.setup(), log(logged, true, logged.opened()));
        Optional<BoxFit.Estimate> toContents = fit.estimate(BoxParameter.ELEMENT_TO_CONTENTS);
        assertTrue(toContents.isEmpty() || toContents.get().low() < 0.2, toContents.toString());
        double endsK = SteadyState.of(fit.fitted().chamber()).occupantC(16, 1, 0) - 16;
        assertEquals(OtherLogs.box(planned, is, 16).endsAboveK(), endsK, 0.1 * endsK);
    }
}
