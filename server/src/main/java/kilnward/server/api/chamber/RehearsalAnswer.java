package kilnward.server.api.chamber;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.OptionalDouble;
import kilnward.core.control.SwitchingPoints;
import kilnward.core.probe.DisplayUnit;
import kilnward.core.rehearsal.Event;
import kilnward.core.rehearsal.Metrics;
import kilnward.core.rehearsal.Rehearsed;
import kilnward.core.rehearsal.Trace;
import kilnward.core.settings.Assessment;
import kilnward.core.settings.Parameter;
import kilnward.core.settings.PlannedController;
import kilnward.core.settings.Rekey;
import kilnward.core.settings.Rung;
import kilnward.core.settings.Situation;
import kilnward.core.settings.Sizing;
import kilnward.server.api.FindingAnswer;
import kilnward.server.api.OrNull;

/** A rehearsal: the settings it was run with, ladder, trace, figures, events and findings. */
public record RehearsalAnswer(List<KeyedAnswer> settings, LadderAnswer ladder, TraceAnswer trace, StuckOnAnswer stuckOn,
                              SizingAnswer sizing, MetricsAnswer metrics, List<EventAnswer> events, int eventsLeftOut,
                              List<FindingAnswer> findings) {
    /** What is keyed into one controller after the edit, what it does, and whether its keys take it. */
    public record KeyedAnswer(String controllerId, Map<Parameter, Double> values, DisplayUnit unit, double resolution,
                              double onAt, double offAt, List<KeyRefusal> refusals) {
    }

    /** A value that its key does not take. */
    public record KeyRefusal(Parameter parameter, String allowed) {
    }

    /** The ladder; {@code placementK} is occupant less display, one a controller. */
    public record LadderAnswer(List<RungAnswer> rungs, List<Double> placementK) {
    }

    /** A rung; null where it has no value of a kind. */
    public record RungAnswer(Rung.Kind kind, String controllerId, @OrNull Double display, double occupantC, @OrNull Double beforeHarmS,
                             boolean movable) {
    }

    /** Lowest and highest a bucket. */
    public record EnvelopeAnswer(double[] lowC, double[] highC) {
        static EnvelopeAnswer of(Trace.Envelope envelope) {
            return new EnvelopeAnswer(rounded(envelope.low(), 1e3), rounded(envelope.high(), 1e3));
        }
    }

    /** What happened, downsampled; onShares one a loop, 0 to 1. */
    public record TraceAnswer(double startHour, double bucketS, EnvelopeAnswer occupant, List<EnvelopeAnswer> displays,
                              double[] roomC, List<double[]> onShares) {
    }

    /** The occupant with every heater stuck on in the warmest room; harmedAtS null where it is borne. */
    public record StuckOnAnswer(double bucketS, double[] occupantC, @OrNull Double harmedAtS, double endC) {
    }

    /** How big a heater it asks for, how fast it moves; null where a time is not reached or a limit not known. */
    public record SizingAnswer(double hasW, double neededW, double wantedW, @OrNull Double harmlessW, boolean hasWindow,
                               @OrNull Double warmUpS, @OrNull Double chillS, @OrNull Double chillHarmS) {
        static SizingAnswer of(Sizing sizing) {
            return new SizingAnswer(sizing.hasW(), sizing.neededW(), sizing.wantedW(), orNull(sizing.harmlessW()),
                    sizing.hasWindow(), orNull(sizing.warmUpS()), orNull(sizing.chillS()), orNull(sizing.chillHarmS()));
        }
    }

    /** A temperature over the rehearsal. */
    public record LevelAnswer(double meanC, double lowestC, double highestC, double swingK) {
        static LevelAnswer of(Metrics.Level level) {
            return new LevelAnswer(level.mean(), level.lowest(), level.highest(), level.swing());
        }
    }

    /** How one output worked. */
    public record SwitchingAnswer(String loopId, int cycles, double cyclesPerHour, double dutyPct, @OrNull Double shortestOnS,
                                  @OrNull Double shortestOffS) {
    }

    /** The figures. */
    public record MetricsAnswer(LevelAnswer occupant, double inBandPct, List<LevelAnswer> displays,
                                List<SwitchingAnswer> loops, double energyKWh, double energyKWhPerDay, @OrNull Double harmedAtS) {
    }

    /** Something that happened at one moment. */
    public record EventAnswer(double timeS, Event.Kind kind, String subject, double valueC) {
    }

    /** Lays an assessment out for the wire. */
    static RehearsalAnswer of(Assessment assessment) {
        Situation situation = assessment.situation();
        Rehearsed running = situation.running();
        List<KeyedAnswer> keyed = new ArrayList<>();
        for (PlannedController controller : situation.setup().controllers()) {
            SwitchingPoints points = Rekey.points(situation.setup(), controller);
            keyed.add(new KeyedAnswer(controller.id(), controller.settings().values(),
                    controller.settings().unit(controller.profile()), controller.profile().resolution(), points.onAt(),
                    points.offAt(), controller.profile().refusals(controller.settings()).stream()
                    .map(refused -> new KeyRefusal(Parameter.valueOf(refused.field().substring("values.".length())),
                            refused.allowed())).toList()));
        }
        Trace trace = running.trace();
        double days = running.scenario().durationS() / 86_400;
        Metrics metrics = running.metrics();
        return new RehearsalAnswer(keyed,
                new LadderAnswer(situation.ladder().rungs().stream().map(RehearsalAnswer::rung).toList(),
                        situation.ladder().placementK()),
                new TraceAnswer(running.scenario().startHour(), trace.bucketS(), EnvelopeAnswer.of(trace.occupant()),
                        trace.displays().stream().map(EnvelopeAnswer::of).toList(), rounded(trace.roomC(), 1e2),
                        trace.onShares().stream().map(shares -> rounded(shares, 1e3)).toList()),
                new StuckOnAnswer(situation.stuckOn().trace().bucketS(),
                        rounded(situation.stuckOn().trace().occupant().high(), 1e2),
                        orNull(situation.stuckOn().metrics().harmedAtS()), situation.stuckOnEndC()),
                SizingAnswer.of(situation.sizing()),
                new MetricsAnswer(LevelAnswer.of(metrics.occupant()), 100 * metrics.inBandShare(),
                        metrics.displays().stream().map(LevelAnswer::of).toList(),
                        metrics.loops().stream().map(loop -> new SwitchingAnswer(loop.loopId(), loop.cycles(),
                                loop.cyclesPerHour(), 100 * loop.dutyShare(), orNull(loop.shortestOnS()),
                                orNull(loop.shortestOffS()))).toList(),
                        metrics.energyKWh(), metrics.energyKWh() / days, orNull(metrics.harmedAtS())),
                running.events().stream().map(event -> new EventAnswer(event.timeS(), event.kind(), event.subject(),
                        event.value())).toList(),
                running.eventsLeftOut(), assessment.findings().stream().map(FindingAnswer::of).toList());
    }

    private static RungAnswer rung(Rung rung) {
        boolean movable = switch (rung.kind()) {
            case HEAT_ON, HEAT_OFF, COOL_ON, COOL_OFF, MOISTEN_ON, MOISTEN_OFF, DRY_ON, DRY_OFF, HIGH_ALARM, LOW_ALARM -> true;
            case BACKUP_OPENS, BACKUP_CLOSES, STUCK_ON_END, HEATER_DEAD_END -> false;
        };
        return new RungAnswer(rung.kind(), rung.controllerId(), orNull(rung.display()), rung.occupant(),
                orNull(rung.beforeHarmS()), movable);
    }

    private static Double orNull(OptionalDouble value) {
        return value.isPresent() ? value.getAsDouble() : null;
    }

    /** Traces are drawn, not computed with; a thousandth of a kelvin is finer than a pixel and half the bytes. */
    private static double[] rounded(double[] values, double perUnit) {
        double[] rounded = new double[values.length];
        for (int i = 0; i < values.length; i++) {
            rounded[i] = Math.rint(values[i] * perUnit) / perUnit;
        }
        return rounded;
    }
}
