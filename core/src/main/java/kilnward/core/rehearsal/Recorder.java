package kilnward.core.rehearsal;

import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.function.ToDoubleFunction;
import kilnward.core.chamber.model.Moisture;
import kilnward.core.life.Band;
import kilnward.core.life.HarmClock;
import kilnward.core.life.KeepBand;
import kilnward.core.life.Needs;
import kilnward.core.life.OtherPlace;
import kilnward.core.quantity.Quantity;
import kilnward.core.rehearsal.outcome.Event;
import kilnward.core.rehearsal.outcome.Metrics;
import kilnward.core.rehearsal.outcome.Rehearsed;
import kilnward.core.rehearsal.outcome.Trace;
import kilnward.core.rehearsal.scenario.Rig;
import kilnward.core.rehearsal.scenario.Scenario;

/** Watches a run and keeps what is to be told of it. */
final class Recorder {
    private final Scenario scenario;
    private final Plant plant;
    private final Outputs outputs;
    private final double stepS;
    private final long steps;
    private final int stepsPerBucket;
    private final int buckets;
    private final int occupantState;
    private final AirState airState;
    private final AirTally[] airTallies;
    private final Needs needs;
    private final boolean nightly;
    private final long stepsAMinute;
    private KeepBand keep;
    private final HarmClock harm;

    private final Trace.Envelope occupantEnvelope;
    private final Optional<KeepBand> otherKeep;
    private final Trace.Envelope otherEnvelope;
    private final Tally other = new Tally();
    private long otherInBand;
    private final List<Trace.Envelope> displayEnvelopes = new ArrayList<>();
    private final double[] roomC;
    private final List<double[]> onShares = new ArrayList<>();
    private final Tally occupant = new Tally();
    private final Tally[] displays;
    private final LoopTally[] loops;
    private final boolean[] highSounding;
    private final boolean[] lowSounding;
    private final boolean[] codeShown;
    private final List<Event> events = new ArrayList<>();
    private int switchingsListed;
    private int eventsLeftOut;
    private long inBand;
    private double electricalJ;
    private double startLiveElectricalJ;
    private double heatInJ;
    private double startHeatJ;
    private double startLostJ;
    private Moisture.WaterLedger startWater;
    private boolean harmSeen;
    private int bucket;
    private int inBucket;

    /** Mean, range, and range within cycles of one temperature. */
    private static final class Tally {
        double sum;
        double lowest = Double.POSITIVE_INFINITY;
        double highest = Double.NEGATIVE_INFINITY;
        double cycleLowest = Double.POSITIVE_INFINITY;
        double cycleHighest = Double.NEGATIVE_INFINITY;
        double bucketLowest = Double.POSITIVE_INFINITY;
        double bucketHighest = Double.NEGATIVE_INFINITY;
        double swings;
        int cycles;

        void see(double value) {
            sum += value;
            if (value < bucketLowest) {
                bucketLowest = value;
            }
            if (value > bucketHighest) {
                bucketHighest = value;
            }
            if (value < cycleLowest) {
                cycleLowest = value;
            }
            if (value > cycleHighest) {
                cycleHighest = value;
            }
        }

        void endBucket(Trace.Envelope envelope, int bucket) {
            envelope.low()[bucket] = bucketLowest;
            envelope.high()[bucket] = bucketHighest;
            bucketLowest = Double.POSITIVE_INFINITY;
            bucketHighest = Double.NEGATIVE_INFINITY;
        }

        /** Ends a cycle; the first one began before the start and does not count as full. */
        void endCycle(boolean full) {
            if (full) {
                swings += cycleHighest - cycleLowest;
                cycles++;
            }
            keepRange();
            cycleLowest = Double.POSITIVE_INFINITY;
            cycleHighest = Double.NEGATIVE_INFINITY;
        }

        private void keepRange() {
            lowest = Math.min(lowest, cycleLowest);
            highest = Math.max(highest, cycleHighest);
        }

        Metrics.Level level(long samples) {
            keepRange();
            return new Metrics.Level(sum / samples, lowest, highest, cycles > 0 ? swings / cycles : highest - lowest);
        }
    }

    /** What was seen of a quantity of the air. */
    private static final class AirTally {
        final Quantity quantity;
        final Trace.Envelope envelope;
        final Tally tally = new Tally();
        final ToDoubleFunction<double[]> source;
        final HarmClock harm;
        boolean harmSeen;
        Band wanted;
        long inBand;

        AirTally(Quantity quantity, ToDoubleFunction<double[]> source, Needs needs, int buckets) {
            this.quantity = quantity;
            this.source = source;
            this.harm = needs.dangerLimits(quantity).isEmpty() ? null : new HarmClock(needs.dangerLimits(quantity));
            this.wanted = needs.band(quantity).orElse(null);
            this.envelope = Trace.Envelope.of(buckets);
        }

        /** What the air holds at the end of a step, in the model's unit. */
        double see(double[] state, double atS) {
            double value = source.applyAsDouble(state);
            tally.see(value);
            if (wanted != null && value >= wanted.low() && value <= wanted.high()) {
                inBand++;
            }
            if (harm != null) {
                harm.see(atS, value);
            }
            return value;
        }

        /** Whether it has just come to harm. */
        boolean harmsNow() {
            boolean now = harm != null && !harmSeen && harm.harmedAtS().isPresent();
            harmSeen |= now;
            return now;
        }
    }

    private static final class LoopTally {
        boolean on;
        long onSteps;
        double bucketOn;
        int starts;
        int ends;
        long since;
        long shortestOn = Long.MAX_VALUE;
        long shortestOff = Long.MAX_VALUE;
    }

    Recorder(Rig rig, Scenario scenario, Plant plant, Outputs outputs, long steps, AirState airState) {
        this.scenario = scenario;
        this.plant = plant;
        this.outputs = outputs;
        this.stepS = scenario.stepS();
        this.steps = steps;
        this.stepsPerBucket = (int) Math.max(1, (steps + scenario.buckets() - 1) / scenario.buckets());
        this.buckets = (int) ((steps + stepsPerBucket - 1) / stepsPerBucket);
        this.occupantState = plant.occupant();
        this.airState = airState;
        this.needs = rig.needs();
        this.nightly = needs.night().isPresent();
        this.stepsAMinute = (long) Math.max(1, 60 / scenario.stepS());
        this.keep = needs.keep();
        this.airTallies = airState.told().stream().map(each -> new AirTally(each, airState.source(each), needs, buckets)).toArray(AirTally[]::new);
        this.harm = new HarmClock(rig.needs().dangerLimits(Quantity.TEMPERATURE));
        this.occupantEnvelope = Trace.Envelope.of(buckets);
        this.otherKeep = rig.needs().other().map(OtherPlace::keep);
        this.otherEnvelope = Trace.Envelope.of(otherKeep.isPresent() ? buckets : 0);
        for (int i = 0; i < outputs.units.length; i++) {
            displayEnvelopes.add(Trace.Envelope.of(buckets));
        }
        this.roomC = new double[buckets];
        this.displays = new Tally[outputs.units.length];
        java.util.Arrays.setAll(displays, i -> new Tally());
        this.loops = new LoopTally[outputs.loops.length];
        java.util.Arrays.setAll(loops, i -> new LoopTally());
        for (int i = 0; i < loops.length; i++) {
            onShares.add(new double[buckets]);
        }
        this.highSounding = new boolean[outputs.units.length];
        this.lowSounding = new boolean[outputs.units.length];
        this.codeShown = new boolean[outputs.units.length];
    }

    void begin(double[] state) {
        startHeatJ = plant.model().heatJ(state);
        startWater = airState.moisture() == null ? null : airState.moisture().ledger();
        startLostJ = state[plant.lost()];
        startLiveElectricalJ = outputs.given().liveElectricalJ();
        for (int i = 0; i < loops.length; i++) {
            loops[i].on = outputs.loops[i].conducts;
        }
    }

    void see(long step, double[] state, double room, double gradientK) {
        double occupantC = state[occupantState] + gradientK;
        for (int i = 0; i < loops.length; i++) {
            seeLoop(i, step);
        }
        occupant.see(occupantC);
        if (nightly && step % stepsAMinute == 0) {
            double hour = scenario.startHour() + step * stepS / 3600;
            keep = needs.keepAt(hour);
            for (AirTally each : airTallies) {
                each.wanted = needs.bandAt(each.quantity, hour).orElse(null);
            }
        }
        if (occupantC >= keep.lowC() && occupantC <= keep.highC()) {
            inBand++;
        }
        if (otherKeep.isPresent()) {
            double otherC = state[plant.other()];
            other.see(otherC);
            if (otherC >= otherKeep.get().lowC() && otherC <= otherKeep.get().highC()) {
                otherInBand++;
            }
        }
        for (AirTally each : airTallies) {
            double value = each.see(state, step * stepS);
            if (each.harmsNow()) {
                events.add(new Event(step * stepS, Event.Kind.HARM, each.quantity.name(), value));
            }
        }
        for (int i = 0; i < displays.length; i++) {
            double shown = outputs.units[i].shownModel;
            displays[i].see(shown);
            if (outputs.mains()) {
                seeAlarms(i, step);
            }
        }
        if (inBucket == stepsPerBucket / 2 || step == steps - 1 && inBucket < stepsPerBucket / 2) {
            roomC[bucket] = room;
        }
        harm.see(step * stepS, occupantC);
        if (!harmSeen && harm.harmedAtS().isPresent()) {
            harmSeen = true;
            events.add(new Event(step * stepS, Event.Kind.HARM, "", occupantC));
        }
        heatInJ += stepS * (outputs.given().heatW() + plant.model().livingHeatW());
        electricalJ += stepS * outputs.given().electricalW();
        inBucket++;
        if (inBucket == stepsPerBucket || step == steps - 1) {
            endBucket();
        }
    }

    private void endBucket() {
        occupant.endBucket(occupantEnvelope, bucket);
        if (otherKeep.isPresent()) {
            other.endBucket(otherEnvelope, bucket);
        }
        for (AirTally each : airTallies) {
            each.tally.endBucket(each.envelope, bucket);
        }
        for (int i = 0; i < displays.length; i++) {
            displays[i].endBucket(displayEnvelopes.get(i), bucket);
        }
        for (int i = 0; i < loops.length; i++) {
            onShares.get(i)[bucket] = loops[i].bucketOn / inBucket;
            loops[i].bucketOn = 0;
        }
        inBucket = 0;
        bucket++;
    }

    private void seeLoop(int i, long step) {
        LoopTally tally = loops[i];
        RunningLoop switched = outputs.loops[i];
        if (switched.conducts != tally.on) {
            tally.on = switched.conducts;
            long lasted = step - tally.since;
            boolean whole = tally.starts + tally.ends > 0;
            if (tally.on) {
                tally.starts++;
                tally.shortestOff = whole ? Math.min(tally.shortestOff, lasted) : tally.shortestOff;
                if (i == 0) {
                    boolean full = tally.starts > 1;
                    occupant.endCycle(full);
                    for (Tally display : displays) {
                        display.endCycle(full);
                    }
                }
            } else {
                tally.ends++;
                tally.shortestOn = whole ? Math.min(tally.shortestOn, lasted) : tally.shortestOn;
            }
            tally.since = step;
            if (switchingsListed < Rehearsed.MOST_EVENTS) {
                switchingsListed++;
                events.add(new Event(step * stepS, tally.on ? Event.Kind.SWITCHED_ON : Event.Kind.SWITCHED_OFF,
                        switched.loop.id(), switched.unit.shownModel));
            } else {
                eventsLeftOut++;
            }
        }
        if (tally.on) {
            tally.onSteps++;
            tally.bucketOn += switched.level;
        }
    }

    private void seeAlarms(int i, long step) {
        RunningDisplay unit = outputs.units[i];
        boolean heard = step * stepS < unit.silentFromS;
        boolean high = heard && !unit.blind && unit.shown >= unit.highAlarm;
        if (high && !highSounding[i]) {
            events.add(new Event(step * stepS, Event.Kind.HIGH_ALARM, unit.controller.id(), unit.shownModel));
        }
        highSounding[i] = high;
        boolean low = heard && !unit.blind && unit.shown <= unit.lowAlarm;
        if (low && !lowSounding[i]) {
            events.add(new Event(step * stepS, Event.Kind.LOW_ALARM, unit.controller.id(), unit.shownModel));
        }
        lowSounding[i] = low;
        boolean code = heard && unit.blind;
        if (code && !codeShown[i]) {
            events.add(new Event(step * stepS, Event.Kind.PROBE_CODE, unit.controller.id(), unit.shownModel));
        }
        codeShown[i] = code;
    }

    Rehearsed finish(double[] state, double liveJ) {
        double hours = steps * stepS / 3600;
        List<Metrics.Switching> switchings = new ArrayList<>();
        for (int i = 0; i < loops.length; i++) {
            LoopTally tally = loops[i];
            switchings.add(new Metrics.Switching(outputs.loops[i].loop.id(), tally.starts, tally.starts / hours,
                    (double) tally.onSteps / steps, lasted(tally.shortestOn), lasted(tally.shortestOff)));
        }
        List<Metrics.Level> displayLevels = new ArrayList<>();
        for (Tally display : displays) {
            displayLevels.add(display.level(steps));
        }
        Metrics metrics = new Metrics(occupant.level(steps), (double) inBand / steps, displayLevels, switchings,
                (electricalJ + outputs.given().liveElectricalJ() - startLiveElectricalJ) / 3.6e6, heatInJ + liveJ,
                state[plant.lost()] - startLostJ, plant.model().heatJ(state) - startHeatJ, harm.harmedAtS(),
                airLevels(),
                otherKeep.map(keep -> other.level(steps)), otherKeep.isPresent() ? OptionalDouble.of((double) otherInBand / steps) : OptionalDouble.empty(),
                Optional.ofNullable(airState.moisture()).map(this::water));
        Trace trace = new Trace(stepsPerBucket * stepS, occupantEnvelope, otherKeep.map(keep -> otherEnvelope),
                airEnvelopes(), displayEnvelopes, roomC, onShares);
        return new Rehearsed(scenario, trace, metrics, events, eventsLeftOut, outputs.layersActed());
    }

    private Map<Quantity, Metrics.Air> airLevels() {
        Map<Quantity, Metrics.Air> levels = new EnumMap<>(Quantity.class);
        for (AirTally each : airTallies) {
            levels.put(each.quantity, new Metrics.Air(each.tally.level(steps), each.wanted != null ? OptionalDouble.of((double) each.inBand / steps) : OptionalDouble.empty(),
                    each.harm == null ? OptionalDouble.empty() : each.harm.harmedAtS()));
        }
        return levels;
    }

    private Map<Quantity, Trace.Envelope> airEnvelopes() {
        Map<Quantity, Trace.Envelope> envelopes = new EnumMap<>(Quantity.class);
        for (AirTally each : airTallies) {
            envelopes.put(each.quantity, each.envelope);
        }
        return envelopes;
    }

    private Moisture.WaterLedger water(Moisture now) {
        Moisture.WaterLedger end = now.ledger();
        return new Moisture.WaterLedger(end.suppliedKg() - startWater.suppliedKg(),
                end.ventilatedKg() - startWater.ventilatedKg(), end.driedKg() - startWater.driedKg(),
                end.drainedKg() - startWater.drainedKg(), end.storedKg() - startWater.storedKg());
    }

    private OptionalDouble lasted(long shortest) {
        return shortest == Long.MAX_VALUE ? OptionalDouble.empty() : OptionalDouble.of(shortest * stepS);
    }
}
