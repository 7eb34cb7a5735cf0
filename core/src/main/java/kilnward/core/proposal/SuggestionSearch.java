package kilnward.core.proposal;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.TreeMap;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.stream.IntStream;
import kilnward.core.chamber.appliance.Humidifier;
import kilnward.core.control.Direction;
import kilnward.core.control.SwitchingPoints;
import kilnward.core.device.LawKind;
import kilnward.core.device.Parameter;
import kilnward.core.device.Profile;
import kilnward.core.device.ProfileKey;
import kilnward.core.device.Settings;
import kilnward.core.device.Translation;
import kilnward.core.finding.Finding;
import kilnward.core.finding.QuantityValue;
import kilnward.core.finding.RefusedValueException;
import kilnward.core.finding.Unit;
import kilnward.core.judgement.situation.AlarmPlace;
import kilnward.core.judgement.situation.LinkLossChoice;
import kilnward.core.life.KeepBand;
import kilnward.core.life.Night;
import kilnward.core.load.LoadCheck;
import kilnward.core.probe.DisplayUnit;
import kilnward.core.quantity.Quantity;
import kilnward.core.rehearsal.Rehearsal;
import kilnward.core.rehearsal.Workers;
import kilnward.core.rehearsal.outcome.Metrics;
import kilnward.core.rehearsal.outcome.Rehearsed;
import kilnward.core.rehearsal.outcome.Trace;
import kilnward.core.rehearsal.scenario.RoomCurve;
import kilnward.core.rehearsal.scenario.Scenario;
import kilnward.core.setup.Aim;
import kilnward.core.setup.PlannedController;
import kilnward.core.setup.Setup;

/** The search for what to key into one controller: widths tried beside each other, ranked, and the first that proves right. */
final class SuggestionSearch {
    /** Most starts an hour of a compressor: from memory, makers commonly allow six to ten. */
    private static final double MOST_STARTS_PER_HOUR = 6;
    /** Widths tried, in steps of the device. */
    private static final int[] WIDTHS = {1, 2, 3, 4, 5, 6, 8, 10, 12, 15, 20, 25, 30};
    /** Widest band tried, in bands of what is wanted: what lives in a mass of water or soil swings less than the display. */
    private static final double WIDEST = 2;
    /** How much worse a degree outside what is wanted is than a degree of swing inside it. */
    private static final double OUTSIDE = 4;
    private static final int CENTRINGS = 3;
    /** Starts an hour of what switches no contact: a solid-state output, a fan by voltage, a vent's motor. */
    private static final double NOTHING_WEARS = 3600;
    /** Pauses of a humidifier, since moisture spreads slowly (min): common practice, no source. */
    private static final double PULSE_MIN = 10;
    /** How far outside what is wanted a value may be set before the device refuses it (K or points). */
    private static final double SETTABLE_BEYOND = 1;
    private static final double DAY_S = 86_400;
    private static final double SHORTEST_STEP_S = 1;
    private static final double LONGEST_STEP_S = 5;

    /** Widths that are proven before it is said that none holds. */
    private static final int MOST_PROVEN = 6;
    private static final int PROOF_BUCKETS = 288;
    private static final int NIGHTLY_BUCKETS = 96;

    /** A band tried, with the day it made. */
    private record Trial(Settings settings, double lowest, double highest, double mean, double perHour, Metrics.Level display, double margin) {
        boolean inside() {
            return margin >= 0;
        }
    }

    /** A width to try, and from where. */
    private record Width(Settings from, double width) {
    }

    /** What has been tried with one width. */
    private record Tried(Trial best, int rehearsals) {
    }

    private final Setup setup;
    private final PlannedController controller;
    private final Profile profile;
    private final DisplayUnit unit;
    private final Quantity reads;
    private final Aim aim;
    private final Guards guards;
    private final boolean compressor;
    private final double low;
    private final double high;
    private final double mostPerHour;
    private final int index;

    private final Suggestion.Progress progress;
    private final Workers workers;
    private final Direction wanted;
    private double opposed = Double.NaN;

    SuggestionSearch(Setup setup, PlannedController controller, Suggestion.Progress progress, Workers workers) {
        this.setup = setup;
        this.workers = workers;
        this.progress = progress;
        wanted = setup.wanted(controller);
        this.controller = controller;
        profile = controller.profile();
        unit = controller.settings().unit(profile);
        reads = controller.reads();
        if (controller.isCutOut()) {
            throw new RefusedValueException("controllerId", controller.id(), "must govern: a cut-out is placed on the ladder, between the swing and harm");
        }
        guards = new Guards(setup, controller, wanted);
        compressor = guards.hasCompressor();
        mostPerHour = profile.law() != LawKind.ON_OFF ? NOTHING_WEARS : compressor ? MOST_STARTS_PER_HOUR : LoadCheck.MOST_PER_HOUR;
        aim = setup.aim(controller);
        double[] ends = aim.wanted(setup.needs()).orElseThrow(() -> new RefusedValueException("controllerId", controller.id(),
                "must read what is wanted: nothing of that is wanted here"));
        low = ends[0];
        high = ends[1];
        index = setup.controllers().indexOf(controller);
    }

    Suggestion run() {
        Settings start = guards.on(controller.settings());
        if (profile.key(Parameter.DIRECTION).isPresent()) {
            start = start.with(Parameter.DIRECTION, wanted == Direction.RAISE ? 0 : 1);
        }
        opposed = opposed(metrics(start));
        Trial now = rehearse(start);
        double placement = now.mean() - now.display().mean();
        List<Settings> froms = pulsed(start);
        double step = smallestStep();
        int[] widths = IntStream.of(WIDTHS).filter(steps -> steps == 1 || unit.differenceToModel(steps * step) <= WIDEST * (high - low)).toArray();
        AtomicInteger done = new AtomicInteger();
        int of = widths.length * froms.size();
        List<Tried> all = workers.each(froms.stream().flatMap(from -> IntStream.of(widths).mapToObj(steps -> new Width(from, steps * step))).toList(), each -> {
            Tried tried = centred(each.from(), each.width(), placement);
            progress.reached(done.incrementAndGet(), of);
            return tried;
        });
        List<Trial> trials = all.stream().map(Tried::best).filter(Objects::nonNull).toList();
        if (trials.isEmpty()) {
            return new Suggestion(controller.settings(), List.of(), false, 1, List.of(), Optional.of(Proof.Obstacle.of(Proof.Obstacle.Kind.REFUSED)));
        }
        int count = 1 + all.stream().mapToInt(Tried::rehearsals).sum();
        List<Trial> ranked = trials.stream().sorted(Comparator.comparing((Trial each) -> !(each.inside() && each.perHour() <= mostPerHour && isApart(each)))
                .thenComparing(each -> !each.inside()).thenComparingDouble(this::trade)).toList();
        LinkLossChoice linkLoss = profile.key(Parameter.LINK_LOSS).isPresent() && controller.readsTemperature() ? LinkLossChoice.of(setup, controller) : null;
        Keyed keyed = proven(ranked, linkLoss);
        Trial best = keyed.trial();
        Settings settings = keyed.settings();
        List<Suggestion.Reason> reasons = new ArrayList<>();
        for (ProfileKey key : profile.keys()) {
            reason(key, settings, best, linkLoss).ifPresent(reasons::add);
        }
        int neighbours = (int) reasons.stream().flatMap(each -> java.util.stream.Stream.of(each.lower(), each.higher())).filter(Optional::isPresent).count();
        return new Suggestion(settings, reasons, best.inside(), count + neighbours,
                controller.readsTemperature() ? ThermostatAdvice.of(setup.with(controller.id(), settings), controller, best.highest()) : List.of(), keyed.obstacle());
    }

    /** Everything keyed in for a trial, and what stands against it. */
    private record Keyed(Trial trial, Settings settings, Optional<Proof.Obstacle> obstacle) {
    }

    /** The first of the ranked trials that proves right; where none does, the first of all with what stands against it. */
    private Keyed proven(List<Trial> ranked, LinkLossChoice linkLoss) {
        Scenario day = new Scenario(RoomCurve.day(setup.chamber().room()), 9, DAY_S, stepS(), Scenario.Start.SETTLED, List.of(), PROOF_BUCKETS);
        List<Finding> before = Assessment.untried(setup, day, false, workers).plain();
        Keyed nearest = null;
        for (Trial trial : ranked.subList(0, Math.min(MOST_PROVEN, ranked.size()))) {
            for (boolean near : new boolean[] {false, true}) {
                Settings settings = limits(alarms(trial, near), trial);
                if (linkLoss != null) {
                    settings = settings.with(Parameter.LINK_LOSS, linkLoss.on() ? 1 : 0);
                }
                if (near && settings.equals(limits(alarms(trial, false), trial))) {
                    continue;
                }
                Optional<Proof.Obstacle> obstacle = settings.equals(controller.settings()) ? Optional.empty()
                        : Proof.obstacle(before, setup, setup.with(controller.id(), settings), day, workers);
                Keyed keyed = new Keyed(trial, settings, obstacle);
                if (obstacle.isEmpty()) {
                    return keyed;
                }
                nearest = nearest == null ? keyed : nearest;
            }
        }
        return nearest;
    }

    /** Whether the two outputs of a two-sided device begin far enough from each other. */
    private boolean isApart(Trial trial) {
        if (!profile.isTwoSided()) {
            return true;
        }
        double raise = Translation.points(profile, trial.settings(), 0, wanted).orElseThrow().onAt();
        double lower = Translation.points(profile, trial.settings(), 1, wanted).orElseThrow().onAt();
        return unit.differenceToModel(lower - raise) >= reads.margins().restZone() - 1e-9;
    }

    /** The smallest step in which its levels can be moved, as displayed. */
    private double smallestStep() {
        return profile.law().keys().needed(profile.raising()).stream().filter(each -> each.kind() == Parameter.Kind.DIFFERENCE || each == Parameter.ON_AT)
                .mapToDouble(each -> Translation.key(profile, controller.settings(), each).step()).min().orElse(profile.resolution());
    }

    /** With and without pauses, where it has keys for them and a humidifier to pace. */
    private List<Settings> pulsed(Settings start) {
        if (profile.key(Parameter.PULSE_REST).isEmpty()) {
            return List.of(start);
        }
        Settings steady = start.with(Parameter.PULSE_REST, 0).with(Parameter.PULSE_ON, Translation.key(profile, start, Parameter.PULSE_ON).nearest(PULSE_MIN));
        boolean mist = controller.applianceIds().stream().map(setup::appliance).anyMatch(each -> each instanceof Humidifier);
        return mist ? List.of(steady, steady.with(Parameter.PULSE_REST, Translation.key(profile, start, Parameter.PULSE_REST).nearest(PULSE_MIN))) : List.of(steady);
    }

    /**
     * Swing against switching: a share of the band against a share of what the contact bears; what lies outside, and what works
     * against another controller, weighs most.
     */
    private double trade(Trial trial) {
        return (trial.highest() - trial.lowest() + OUTSIDE * (Math.max(0, -trial.margin()) + fights(trial))) / (high - low) + trial.perHour() / mostPerHour;
    }

    /** How far it acts into where another controller moves the same the other way (K or points at the occupant). */
    private double fights(Trial trial) {
        double[] acts = Translation.extent(profile, trial.settings(), wanted);
        double placement = trial.mean() - trial.display().mean();
        return profile.isTwoSided() ? 0 : wanted == Direction.LOWER ? Math.max(0, opposed - unit.toModel(acts[0]) - placement)
                : Math.max(0, unit.toModel(acts[1]) + placement - opposed);
    }

    /** Where others that move the same the other way stop, at the occupant; infinitely far where there are none. */
    private double opposed(Metrics metrics) {
        double farthest = wanted == Direction.LOWER ? Double.NEGATIVE_INFINITY : Double.POSITIVE_INFINITY;
        double there = aim.there(metrics).orElseThrow().mean();
        for (int i = 0; i < setup.controllers().size(); i++) {
            PlannedController other = setup.controllers().get(i);
            boolean against = i != index && !other.isCutOut() && !other.profile().isTwoSided() && setup.aim(other) == aim
                    && Translation.direction(other.profile(), other.settings(), 0, setup.wanted(other)) != wanted;
            if (against) {
                double[] acts = Translation.extent(other.profile(), other.settings(), setup.wanted(other));
                double level = other.settings().unit(other.profile()).toModel(wanted == Direction.LOWER ? acts[1] : acts[0])
                        + there - metrics.displays().get(i).mean();
                farthest = wanted == Direction.LOWER ? Math.max(farthest, level) : Math.min(farthest, level);
            }
        }
        return farthest;
    }

    /** The set value cannot be put far from what is wanted, by whoever passes. */
    private Settings limits(Settings settings, Trial best) {
        double placement = best.mean() - best.display().mean();
        Settings limited = settings;
        Optional<Double> set = settings.value(Parameter.SET_VALUE);
        for (Parameter limit : List.of(Parameter.LOWEST_SETTABLE, Parameter.HIGHEST_SETTABLE)) {
            if (profile.key(limit).isPresent() && set.isPresent()) {
                ProfileKey key = Translation.key(profile, settings, limit);
                boolean up = limit == Parameter.HIGHEST_SETTABLE;
                double level = unit.fromModel((up ? high + SETTABLE_BEYOND : low - SETTABLE_BEYOND) - placement);
                limited = limited.with(limit, up ? Math.max(key.up(set.get()), key.nearest(level)) : Math.min(key.down(set.get()), key.nearest(level)));
            }
        }
        return limited;
    }

    /** The band of one width, moved until the day it makes lies in the middle of what is wanted. */
    private Tried centred(Settings from, double width, double placement) {
        double sign = wanted == Direction.RAISE ? 1 : -1;
        double middle = unit.fromModel(0.5 * (low + high) - placement);
        Trial best = null;
        int count = 0;
        for (int i = 0; i < CENTRINGS; i++) {
            boolean one = profile.law() == LawKind.ON_OFF && !profile.isTwoSided();
            Settings about;
            try {
                about = one ? Translation.withPoints(profile, from, new SwitchingPoints(wanted, middle - sign * 0.5 * width,
                        middle + sign * 0.5 * width), Translation.Anchor.OFF) : Translation.band(profile, from, middle - 0.5 * width, middle + 0.5 * width, wanted).settings();
            } catch (RefusedValueException impossible) {
                // Its ranges and steps end before this: what was tried so far is what there is.
                break;
            }
            Trial trial = rehearse(nightly(about));
            count++;
            if (best == null || trial.margin() > best.margin()) {
                best = trial;
            }
            double off = unit.differenceFromModel(0.5 * (low + high) - 0.5 * (trial.lowest() + trial.highest()));
            if (Math.abs(off) < 0.5 * profile.resolution()) {
                break;
            }
            middle += off;
        }
        return new Tried(best, count);
    }

    /** By night it aims as much lower or higher as what is wanted does. */
    private Settings nightly(Settings settings) {
        Optional<Night> night = aim == Aim.OCCUPANT ? setup.needs().night() : Optional.empty();
        if (night.isEmpty() || profile.key(Parameter.NIGHT_SET_VALUE).isEmpty() || settings.value(Parameter.SET_VALUE).isEmpty()) {
            return settings;
        }
        double by = unit.differenceFromModel(night.get().keep().middleC() - setup.needs().keep().middleC());
        Settings turned = settings.with(Parameter.NIGHT_SET_VALUE, Translation.key(profile, settings, Parameter.NIGHT_SET_VALUE).nearest(settings.need(Parameter.SET_VALUE) + by));
        if (profile.key(Parameter.DAY_FROM).isPresent() && profile.key(Parameter.DAY_TO).isPresent()) {
            turned = turned.with(Parameter.DAY_FROM, Translation.key(profile, settings, Parameter.DAY_FROM).nearest(night.get().toHour()))
                    .with(Parameter.DAY_TO, Translation.key(profile, settings, Parameter.DAY_TO).nearest(night.get().fromHour()));
        }
        return turned;
    }

    /** As long as the device that looks most often lets it be. */
    private double stepS() {
        double fastestS = setup.controllers().stream().mapToDouble(each -> each.profile().samplingS()).min().orElse(SHORTEST_STEP_S);
        return Math.max(SHORTEST_STEP_S, Math.min(LONGEST_STEP_S, fastestS));
    }

    /** Lowest and highest by day, and how far inside what is wanted by night the night stays. */
    private double[] byDay(Rehearsed run) {
        Trace trace = run.trace();
        double lowest = Double.POSITIVE_INFINITY;
        double highest = Double.NEGATIVE_INFINITY;
        double margin = Double.POSITIVE_INFINITY;
        for (int i = 0; i < trace.occupant().low().length; i++) {
            double hour = run.scenario().startHour() + (i + 0.5) * trace.bucketS() / 3600;
            KeepBand keep = setup.needs().keepAt(hour);
            if (keep.equals(setup.needs().keep())) {
                lowest = Math.min(lowest, trace.occupant().low()[i]);
                highest = Math.max(highest, trace.occupant().high()[i]);
            } else {
                margin = Math.min(margin, Math.min(trace.occupant().low()[i] - keep.lowC(), keep.highC() - trace.occupant().high()[i]));
            }
        }
        return new double[] {lowest, highest, margin};
    }

    private Metrics metrics(Settings settings) {
        return day(settings).metrics();
    }

    private Rehearsed day(Settings settings) {
        Setup changed = setup.with(controller.id(), settings);
        return Rehearsal.run(changed.rig().lookingNoOftenerThan(stepS()), new Scenario(RoomCurve.day(setup.chamber().room()), 9, DAY_S,
                stepS(), Scenario.Start.SETTLED, List.of(), setup.needs().night().isPresent() ? NIGHTLY_BUCKETS : 1));
    }

    private Trial rehearse(Settings settings) {
        Rehearsed run = day(settings);
        Metrics metrics = run.metrics();
        Metrics.Level there = aim.there(metrics).orElseThrow(() -> new RefusedValueException("controllerId", controller.id(),
                "must be in a chamber in which that can be rehearsed"));
        double[] byDay = aim == Aim.OCCUPANT && setup.needs().night().isPresent() ? byDay(run) : new double[] {there.lowest(), there.highest(), Double.POSITIVE_INFINITY};
        return new Trial(settings, byDay[0], byDay[1], there.mean(), busiest(metrics), metrics.displays().get(index),
                Math.min(byDay[2], Math.min(byDay[0] - low, high - byDay[1])));
    }

    private double busiest(Metrics metrics) {
        int first = setup.firstLoop(index);
        return metrics.loops().subList(first, first + controller.loops().size()).stream().mapToDouble(Metrics.Switching::cyclesPerHour).max().orElse(0);
    }

    /** Alarms outside what is wanted and clear of the swing, with time before harm; where there is no place for one, it stays as it is. */
    private Settings alarms(Trial best, boolean near) {
        Settings settings = best.settings();
        double placement = best.mean() - best.display().mean();
        for (Parameter alarm : List.of(Parameter.HIGH_ALARM, Parameter.LOW_ALARM)) {
            boolean up = alarm == Parameter.HIGH_ALARM;
            // Another day meets the swing at other moments: a tenth of it is left between.
            double clear = (up ? 0.1 : -0.1) * (best.display().highest() - best.display().lowest());
            double reached = clear + (up ? Math.max(best.display().highest(), best.highest() - placement) : Math.min(best.display().lowest(), best.lowest() - placement));
            // As an alarm that is nowhere yet, so that even the place where it stands counts as one.
            PlannedController without = controller.with(settings.with(alarm, Double.MAX_VALUE / 4));
            List<Settings> places = profile.key(alarm).isEmpty() ? List.of() : AlarmPlace.candidates(without, alarm, up ? high : low, reached, placement,
                    aim == Aim.OTHER ? OptionalDouble.empty() : AlarmPlace.harm(setup, aim.quantity(), up));
            if (!places.isEmpty()) {
                settings = places.get(near ? places.size() - 1 : 0);
            }
        }
        return settings;
    }

    private Optional<Suggestion.Reason> reason(ProfileKey key, Settings settings, Trial best, LinkLossChoice linkLoss) {
        Parameter parameter = key.parameter();
        Map<String, QuantityValue> numbers = new TreeMap<>();
        numbers.put("lowest", level(best.lowest()));
        numbers.put("highest", level(best.highest()));
        numbers.put("low", level(low));
        numbers.put("high", level(high));
        numbers.put("perHour", new QuantityValue(best.perHour(), Unit.PER_HOUR));
        numbers.put("most", new QuantityValue(mostPerHour, Unit.PER_HOUR));
        String text = new Why(guards, compressor, wanted, reads).text(parameter, settings, best.inside(), best.perHour() <= mostPerHour,
                linkLoss == null ? "" : linkLoss.text());
        if (linkLoss != null && parameter == Parameter.LINK_LOSS) {
            numbers.putAll(linkLoss.numbers());
        }
        if (text.isEmpty()) {
            return Optional.empty();
        }
        if (parameter == Parameter.HIGH_ALARM || parameter == Parameter.LOW_ALARM) {
            numbers.put("display", level(parameter == Parameter.HIGH_ALARM ? best.display().highest() : best.display().lowest()));
        }
        boolean switches = parameter == Parameter.SET_VALUE || parameter == Parameter.DIFFERENTIAL || parameter == Parameter.ON_AT || parameter == Parameter.OFF_AT
                || parameter == Parameter.LOWER_DIFFERENTIAL || parameter == Parameter.BAND || parameter == Parameter.NEUTRAL_ZONE;
        double value = settings.need(parameter);
        return Optional.of(new Suggestion.Reason(parameter, value, text, numbers, switches ? neighbour(settings, parameter, -1) : Optional.empty(),
                switches ? neighbour(settings, parameter, 1) : Optional.empty()));
    }

    private Optional<Suggestion.Neighbour> neighbour(Settings settings, Parameter parameter, int steps) {
        ProfileKey key = Translation.key(profile, settings, parameter);
        Settings moved = settings.with(parameter, key.nearest(settings.need(parameter) + steps * key.step()));
        boolean none = moved.need(parameter) <= 0 && parameter.kind() == Parameter.Kind.DIFFERENCE;
        boolean collapsed = none || profile.law() == LawKind.ON_OFF && profile.raising().isPair() && moved.need(Parameter.ON_AT) == moved.need(Parameter.OFF_AT);
        if (collapsed || moved.equals(settings)) {
            return Optional.empty();
        }
        Trial trial = rehearse(moved);
        return Optional.of(new Suggestion.Neighbour(moved.need(parameter), trial.lowest(), trial.highest(), trial.perHour(), trial.inside()));
    }

    private QuantityValue level(double value) {
        return reads.level(value);
    }
}
