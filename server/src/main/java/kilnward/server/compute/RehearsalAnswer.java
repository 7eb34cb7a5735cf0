package kilnward.server.compute;

import static kilnward.server.wire.Absent.orNull;

import java.util.ArrayList;
import java.util.EnumMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.function.Function;
import kilnward.core.chamber.Place;
import kilnward.core.chamber.model.HeatBalance;
import kilnward.core.chamber.model.Moisture;
import kilnward.core.control.Direction;
import kilnward.core.control.SwitchingPoints;
import kilnward.core.device.LawKind;
import kilnward.core.device.LevelKind;
import kilnward.core.device.Parameter;
import kilnward.core.device.Translation;
import kilnward.core.judgement.situation.Situation;
import kilnward.core.ladder.Rekey;
import kilnward.core.ladder.Rung;
import kilnward.core.life.OccupantPlace;
import kilnward.core.probe.DisplayUnit;
import kilnward.core.probe.Layout;
import kilnward.core.probe.ProbePlace;
import kilnward.core.proposal.Assessment;
import kilnward.core.quantity.Quantity;
import kilnward.core.rehearsal.outcome.Event;
import kilnward.core.rehearsal.outcome.Metrics;
import kilnward.core.rehearsal.outcome.Rehearsed;
import kilnward.core.rehearsal.outcome.Trace;
import kilnward.core.setup.LivingDay;
import kilnward.core.setup.PlannedController;
import kilnward.core.setup.Sizing;
import kilnward.server.plan.ChamberPlan;
import kilnward.server.plan.ChamberPlan.PlacePlan;
import kilnward.server.plan.PlanReader;
import kilnward.server.wire.FindingAnswer;
import kilnward.server.wire.LoadsAnswer;
import kilnward.server.wire.OrNull;

/** A rehearsal: the settings it was run with, ladder, trace, figures, events and findings. */
public record RehearsalAnswer(List<KeyedAnswer> settings, LadderAnswer ladder, TraceAnswer trace, StuckOnAnswer stuckOn,
        SizingAnswer sizing, BalanceAnswer balance, LayoutAnswer layout, @OrNull LoadsAnswer loads,
        MetricsAnswer metrics, List<EventAnswer> events, int eventsLeftOut, List<FindingAnswer> findings, List<LivingDayAnswer> living,
        @OrNull Double warmsItselfFromDay) {
    /**
     * What is keyed into one controller after the edit, what it does, and whether its keys take it.
     *
     * @param lowest  lowest level at which it acts, as displayed, by day
     * @param highest highest level at which it acts
     */
    public record KeyedAnswer(String controllerId, LawKind law, Map<Parameter, Double> values, DisplayUnit unit, double resolution, double lowest, double highest,
            List<PointsAnswer> points, List<KeyRefusal> refusals) {
    }

    /** Which way an output works and where it switches, as displayed; onAt and offAt are null where it does not switch. */
    public record PointsAnswer(String loopId, Direction direction, @OrNull Double onAt, @OrNull Double offAt) {
    }

    /** A value that its key does not take. */
    public record KeyRefusal(Parameter parameter, String allowed) {
    }

    /** The ladder; {@code placementK} is occupant less display, by controller. */
    public record LadderAnswer(List<RungAnswer> rungs, Map<String, Double> placementK) {
    }

    /** A rung, at the occupant in the model's unit; null where it has no value of a kind. */
    public record RungAnswer(LevelKind kind, String controllerId, @OrNull Double display, double occupant, @OrNull Double beforeHarmS,
            boolean movable, Quantity quantity, boolean other, boolean night) {
    }

    /** Lowest and highest a bucket, in the model's unit. */
    public record EnvelopeAnswer(double[] low, double[] high) {
        static EnvelopeAnswer of(Trace.Envelope envelope) {
            return new EnvelopeAnswer(rounded(envelope.low(), 1e3), rounded(envelope.high(), 1e3));
        }
    }

    /** What happened, downsampled; other is null without a second place; air holds what was simulated of it; displays by controller; onShares by loop, 0 to 1. */
    public record TraceAnswer(double startHour, double bucketS, EnvelopeAnswer occupant, @OrNull EnvelopeAnswer other, Map<Quantity, EnvelopeAnswer> air,
            Map<String, EnvelopeAnswer> displays, double[] roomC, Map<String, double[]> onShares) {
    }

    /** The occupant with every heater stuck on in the warmest room; harmedAtS null where it is borne. */
    public record StuckOnAnswer(double bucketS, double[] occupantC, @OrNull Double harmedAtS, double endC) {
    }

    /** How big a heater it asks for, how fast it moves; null where a time is not reached or a limit not known. */
    public record SizingAnswer(double hasW, double neededW, double wantedW, @OrNull Double harmlessW, boolean hasWindow,
            @OrNull Double dimmerPct, @OrNull Double warmUpS, double coastsToC, @OrNull Double chillS,
            @OrNull Double chillHarmS, @OrNull Double heatUpS, @OrNull Double heatHarmS, @OrNull Double loadedPerHour,
            @OrNull Double emptyPerHour, double idleWarmestC, double coolingW) {
        static SizingAnswer of(Sizing sizing) {
            return new SizingAnswer(sizing.hasW(), sizing.neededW(), sizing.wantedW(), orNull(sizing.harmlessW()),
                    sizing.hasWindow(), orNull(sizing.dimmerPct()), orNull(sizing.warmUpS()), sizing.coastsToC(),
                    orNull(sizing.chillS()), orNull(sizing.chillHarmS()), orNull(sizing.heatUpS()), orNull(sizing.heatHarmS()), orNull(sizing.loadedPerHour()),
                    orNull(sizing.emptyPerHour()), sizing.idleWarmestC(), sizing.coolingW());
        }
    }

    /** Where the heat comes from and goes to in the coldest room; all paths add up to zero. */
    public record BalanceAnswer(double airC, double roomC, List<PathAnswer> paths) {
        static BalanceAnswer of(HeatBalance balance) {
            return new BalanceAnswer(balance.airC(), balance.roomC(), balance.paths().stream()
                    .map(path -> new PathAnswer(path.kind(), path.subject(), path.watts())).toList());
        }
    }

    /** Heat into the chamber, negative where it leaves; the subject is an appliance's id, a wall, or empty. */
    public record PathAnswer(HeatBalance.Kind kind, String subject, double watts) {
    }

    /** What lives there gives off on the days of its stage that tell another. */
    public record LivingDayAnswer(double day, double heatW, double waterGh, double co2Gh) {
        static LivingDayAnswer of(LivingDay day) {
            return new LivingDayAnswer(day.day(), day.living().heatW(), day.living().waterGh(), day.living().co2Gh());
        }
    }

    /** Where everything is, and what each probe feels there. */
    public record LayoutAnswer(PlacePlan contents, List<PlacedAnswer> appliances, List<HungAnswer> probes,
            double occupantGradientK) {
        static LayoutAnswer of(ChamberPlan plan) {
            Layout layout = PlanReader.layout(plan);
            return new LayoutAnswer(place(layout.contents()), plan.appliances().stream()
                    .map(each -> new PlacedAnswer(each.id(), place(layout.appliances().get(each.id())))).toList(),
                    plan.probes().stream().map(probe -> hung(plan, probe, layout)).toList(), layout.occupantGradientK());
        }

        private static HungAnswer hung(ChamberPlan plan, ChamberPlan.ProbePlan probe, Layout layout) {
            ProbePlace place = PlanReader.hung(plan, probe);
            return new HungAnswer(probe.id(), place(PlanReader.point(probe, layout, PlanReader.measured(plan))), place.heaterShare(), place.contentsShare(),
                    place.roomShare(), place.airShare(), place.gradientK(), probe.heaterShare() != null);
        }

        private static PlacePlan place(Place place) {
            return new PlacePlan(place.xM(), place.yM(), place.zM(), place.lengthM(), place.widthM(), place.heightM());
        }
    }

    /** Where an appliance is. */
    public record PlacedAnswer(String id, PlacePlan place) {
    }

    /** Where a probe hangs and the shares of what it feels; typed says whether somebody has typed them. */
    public record HungAnswer(String id, PlacePlan place, double heaterShare, double contentsShare, double roomShare,
            double airShare, double gradientK, boolean typed) {
    }

    /** A quantity over the rehearsal, in the model's unit. */
    public record LevelAnswer(double mean, double lowest, double highest, double swing) {
        static LevelAnswer of(Metrics.Level level) {
            return new LevelAnswer(level.mean(), level.lowest(), level.highest(), level.swing());
        }
    }

    /** Where the water went since the start; stored is the change. */
    public record WaterAnswer(double suppliedKg, double ventilatedKg, double driedKg, double drainedKg, double storedKg) {
        static WaterAnswer of(Moisture.WaterLedger water) {
            return new WaterAnswer(water.suppliedKg(), water.ventilatedKg(), water.driedKg(), water.drainedKg(), water.storedKg());
        }
    }

    /** How one output worked. */
    public record SwitchingAnswer(String loopId, int cycles, double cyclesPerHour, double dutyPct, @OrNull Double shortestOnS,
            @OrNull Double shortestOffS) {
    }

    /** The figures; null where the price is not known, or nobody harmed; air holds what was simulated of it. */
    public record MetricsAnswer(LevelAnswer occupant, @OrNull LevelAnswer other, Map<Quantity, LevelAnswer> air, @OrNull Trace.MoistRange moistAir, double inBandPct,
            Map<String, LevelAnswer> displays,
            List<SwitchingAnswer> loops, double energyKWh, double energyKWhPerDay, @OrNull Double costPerDay,
            @OrNull WaterAnswer water, @OrNull Double harmedAtS) {
    }

    /** Something that happened at one moment. */
    public record EventAnswer(double timeS, Event.Kind kind, String subject, double value) {
    }

    /** Lays an assessment out for the wire. */
    static RehearsalAnswer of(Assessment assessment, ChamberPlan plan) {
        Situation situation = assessment.situation();
        Rehearsed running = situation.running();
        List<KeyedAnswer> keyed = new ArrayList<>();
        for (PlannedController controller : situation.setup().controllers()) {
            List<PointsAnswer> points = new ArrayList<>();
            for (int loop = 0; loop < controller.loops().size(); loop++) {
                Optional<SwitchingPoints> at = Rekey.points(situation.setup(), controller, loop);
                points.add(new PointsAnswer(controller.loops().get(loop).id(), Translation.direction(controller.profile(), controller.settings(),
                        loop, situation.setup().wanted(controller)), at.map(SwitchingPoints::onAt).orElse(null), at.map(SwitchingPoints::offAt).orElse(null)));
            }
            double[] acts = Translation.extent(controller.profile(), controller.settings(), situation.setup().wanted(controller));
            keyed.add(new KeyedAnswer(controller.id(), controller.profile().law(), controller.settings().values(),
                    controller.settings().unit(controller.profile()), controller.profile().resolution(), acts[0], acts[1], points,
                    controller.profile().refusals(controller.settings()).stream()
                            .map(refused -> new KeyRefusal(Parameter.valueOf(refused.field().substring("values.".length())),
                                    refused.allowed()))
                            .toList()));
        }
        Trace trace = running.trace();
        double days = running.scenario().durationS() / 86_400;
        Metrics metrics = running.metrics();
        List<String> controllers = situation.setup().controllers().stream().map(PlannedController::id).toList();
        return new RehearsalAnswer(keyed,
                new LadderAnswer(situation.ladder().rungs().stream().map(RehearsalAnswer::rung).toList(),
                        byId(controllers, situation.ladder().placementK(), Function.identity())),
                new TraceAnswer(running.scenario().startHour(), trace.bucketS(), EnvelopeAnswer.of(trace.occupant()), trace.other().map(EnvelopeAnswer::of).orElse(null),
                        mapped(trace.air(), EnvelopeAnswer::of),
                        byId(controllers, trace.displays(), EnvelopeAnswer::of), rounded(trace.roomC(), 1e2),
                        byId(metrics.loops().stream().map(Metrics.Switching::loopId).toList(), trace.onShares(), shares -> rounded(shares, 1e3))),
                new StuckOnAnswer(situation.stuckOn().trace().bucketS(),
                        rounded(situation.stuckOn().trace().occupant().high(), 1e2),
                        orNull(situation.stuckOn().metrics().harmedAtS()), situation.stuckOnEndC()),
                SizingAnswer.of(situation.sizing()), BalanceAnswer.of(situation.balance()), LayoutAnswer.of(plan),
                situation.loads().map(LoadsAnswer::of).orElse(null),
                new MetricsAnswer(LevelAnswer.of(metrics.occupant()), metrics.other().map(LevelAnswer::of).orElse(null), mapped(metrics.air(), air -> LevelAnswer.of(air.level())),
                        situation.setup().chamber().occupantPlace() == OccupantPlace.AIR ? trace.moistRange().orElse(null) : null,
                        100 * metrics.inBandShare(),
                        byId(controllers, metrics.displays(), LevelAnswer::of),
                        metrics.loops().stream().map(loop -> new SwitchingAnswer(loop.loopId(), loop.cycles(),
                                loop.cyclesPerHour(), 100 * loop.dutyShare(), orNull(loop.shortestOnS()),
                                orNull(loop.shortestOffS()))).toList(),
                        metrics.energyKWh(), metrics.energyKWh() / days,
                        situation.setup().power().pricePerKWh().isEmpty() ? null
                                : situation.setup().power().pricePerKWh().getAsDouble() * metrics.energyKWh() / days,
                        metrics.water().map(WaterAnswer::of).orElse(null), orNull(metrics.harmedAtS())),
                running.events().stream().map(event -> new EventAnswer(event.timeS(), event.kind(), event.subject(),
                        event.value())).toList(),
                running.eventsLeftOut(), assessment.findings().stream().map(FindingAnswer::of).toList(),
                PlanReader.livingDays(plan.contents(), OptionalDouble.empty()).stream().map(LivingDayAnswer::of).toList(),
                orNull(PlanReader.warmsItselfFrom(situation.setup(), plan.contents())));
    }

    /** What core tells in order, by what it belongs to. */
    private static <A, B> Map<String, B> byId(List<String> ids, List<A> values, Function<A, B> as) {
        Map<String, B> found = new LinkedHashMap<>();
        for (int i = 0; i < ids.size(); i++) {
            found.put(ids.get(i), as.apply(values.get(i)));
        }
        return found;
    }

    private static <A, B> Map<Quantity, B> mapped(Map<Quantity, A> values, Function<A, B> as) {
        Map<Quantity, B> found = new EnumMap<>(Quantity.class);
        values.forEach((quantity, value) -> found.put(quantity, as.apply(value)));
        return found;
    }

    private static RungAnswer rung(Rung rung) {
        boolean movable = rung.display().isPresent();
        return new RungAnswer(rung.kind(), rung.controllerId(), orNull(rung.display()), rung.quantity() == Quantity.TEMPERATURE ? rung.occupant()
                : Math.max(rung.quantity().holding().lowest(), Math.min(rung.quantity().holding().highest(), rung.occupant())),
                orNull(rung.beforeHarmS()), movable, rung.quantity(), rung.other(), rung.night());
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
