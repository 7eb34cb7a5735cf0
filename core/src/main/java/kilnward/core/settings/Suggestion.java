package kilnward.core.settings;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.stream.IntStream;
import kilnward.core.chamber.Cooler;
import kilnward.core.control.Direction;
import kilnward.core.control.SwitchingPoints;
import kilnward.core.finding.Quantity;
import kilnward.core.finding.RefusedValueException;
import kilnward.core.finding.Unit;
import kilnward.core.life.HumidityBand;
import kilnward.core.life.Side;
import kilnward.core.load.LoadCheck;
import kilnward.core.probe.DisplayUnit;
import kilnward.core.rehearsal.Metrics;
import kilnward.core.rehearsal.Rehearsal;
import kilnward.core.rehearsal.RoomCurve;
import kilnward.core.rehearsal.Scenario;

/**
 * Settings proposed for one controller: found by rehearsing the chamber through a day of its room, from coldest to warmest, with
 * every sensible width between on and off, each centred on what is wanted. Of those that stay inside, the one is proposed that
 * swings least for the switching it costs.
 *
 * @param settings   what to key in
 * @param reasons    why, key by key, in the order of the keys; keys that are left as they are have none
 * @param fits       whether the occupant then stays inside what is wanted for the whole day
 * @param rehearsals how many days were rehearsed to find it
 */
public record Suggestion(Settings settings, List<Reason> reasons, boolean fits, int rehearsals) {
    /**
     * Why a key has its value; slots in the text name numbers.
     *
     * @param lower  what one step less would do; empty where that was not rehearsed
     * @param higher what one step more would do
     */
    public record Reason(Parameter parameter, double value, String text, Map<String, Quantity> numbers, Optional<Neighbour> lower,
                         Optional<Neighbour> higher) {
        public Reason {
            numbers = Map.copyOf(numbers);
        }
    }

    /**
     * What a day would be with another value of one key.
     *
     * @param value   the value keyed in
     * @param lowest  lowest at the occupant (°C or %RH)
     * @param highest highest at the occupant
     * @param perHour switchings an hour
     * @param inside  whether it stays inside what is wanted
     */
    public record Neighbour(double value, double lowest, double highest, double perHour, boolean inside) {
    }

    /** Most starts an hour of a compressor: from memory, makers commonly allow six to ten. */
    private static final double MOST_STARTS_PER_HOUR = 6;
    /** Shortest rest of a compressor (min): common practice, no source. */
    private static final double REST_MIN = 3;
    /** Widths tried, in steps of the device. */
    private static final int[] WIDTHS = {1, 2, 3, 4, 5, 6, 8, 10, 12, 15, 20, 25, 30};
    /** Widest band tried, in bands of what is wanted: what lives in a mass of water or soil swings less than the display. */
    private static final double WIDEST = 2;
    /** How much worse a degree outside what is wanted is than a degree of swing inside it. */
    private static final double OUTSIDE = 4;
    private static final int CENTRINGS = 3;
    private static final double DAY_S = 86_400;
    private static final double STEP_S = 2;

    public Suggestion {
        reasons = List.copyOf(reasons);
    }

    /**
     * @param setup        the chamber, with what is keyed in now
     * @param controllerId the controller to find settings for; the others stay as they are
     * @throws RefusedValueException where there is no such controller, it works two outlets, or it reads humidity and none is wanted
     */
    public static Suggestion of(Setup setup, String controllerId) {
        return new Search(setup, setup.controller(controllerId)).run();
    }

    /** A band tried, with the day it made. */
    private record Trial(Settings settings, double lowest, double highest, double mean, double perHour, Metrics.Level display, double margin) {
        boolean inside() {
            return margin >= 0;
        }
    }

    /** What has been tried with one width. */
    private record Tried(Trial best, int rehearsals) {
    }

    private static final class Search {
        private final Setup setup;
        private final PlannedController controller;
        private final Profile profile;
        private final DisplayUnit unit;
        private final boolean humidity;
        private final boolean compressor;
        private final double low;
        private final double high;
        private final double mostPerHour;
        private final int index;

        Search(Setup setup, PlannedController controller) {
            this.setup = setup;
            this.controller = controller;
            profile = controller.profile();
            unit = controller.settings().unit(profile);
            humidity = controller.readsHumidity();
            if (profile.isTwoSided()) {
                throw new RefusedValueException("controllerId", controller.id(), "must work one outlet: for two around one value nothing is proposed yet");
            }
            compressor = controller.applianceIds().stream().map(setup::appliance)
                    .anyMatch(each -> each instanceof Cooler cooler && cooler.kind() != Cooler.Kind.THERMOELECTRIC);
            mostPerHour = compressor ? MOST_STARTS_PER_HOUR : LoadCheck.MOST_PER_HOUR;
            if (humidity) {
                HumidityBand band = setup.needs().humidity().orElseThrow(() -> new RefusedValueException("controllerId", controller.id(),
                        "must read what is wanted: no humidity is wanted here"));
                low = band.lowPct();
                high = band.highPct();
            } else {
                low = setup.needs().keep().lowC();
                high = setup.needs().keep().highC();
            }
            index = setup.controllers().indexOf(controller);
        }

        Suggestion run() {
            Direction wanted = setup.wanted(controller);
            Settings start = guarded(controller.settings());
            if (profile.key(Parameter.DIRECTION).isPresent()) {
                start = start.with(Parameter.DIRECTION, wanted == Direction.RAISE ? 0 : 1);
            }
            Settings from = start;
            Trial now = rehearse(from);
            double placement = now.mean() - now.display().mean();
            double step = Math.max(profile.resolution(), profile.key(profile.raising().isPair() ? Parameter.ON_AT : Parameter.DIFFERENTIAL).orElseThrow().step());
            List<Tried> all = IntStream.of(WIDTHS).filter(steps -> steps == 1 || unit.differenceToModel(steps * step) <= WIDEST * (high - low)).parallel()
                    .mapToObj(steps -> centred(from, wanted, steps * step, placement)).toList();
            List<Trial> trials = all.stream().map(Tried::best).toList();
            int count = 1 + all.stream().mapToInt(Tried::rehearsals).sum();
            Comparator<Trial> byTrade = Comparator.comparingDouble(this::trade);
            Trial best = trials.stream().filter(each -> each.inside() && each.perHour() <= mostPerHour).min(byTrade)
                    .or(() -> trials.stream().filter(Trial::inside).min(byTrade))
                    .orElseGet(() -> trials.stream().min(byTrade).orElseThrow());
            Settings settings = alarms(best);
            List<Reason> reasons = new ArrayList<>();
            for (ProfileKey key : profile.keys()) {
                reason(key, settings, best).ifPresent(reasons::add);
            }
            int neighbours = (int) reasons.stream().flatMap(each -> java.util.stream.Stream.of(each.lower(), each.higher())).filter(Optional::isPresent).count();
            return new Suggestion(settings, reasons, best.inside(), count + neighbours);
        }

        /** Swing against switching: a share of the band against a share of what the contact bears; what lies outside weighs most. */
        private double trade(Trial trial) {
            return (trial.highest() - trial.lowest() + OUTSIDE * Math.max(0, -trial.margin())) / (high - low) + trial.perHour() / mostPerHour;
        }

        /** A compressor rests between two runs; anything else acts at once. */
        private Settings guarded(Settings settings) {
            Settings guarded = settings;
            boolean rests = profile.key(Parameter.MIN_OFF).isPresent();
            if (rests) {
                guarded = guarded.with(Parameter.MIN_OFF, Translation.key(profile, settings, Parameter.MIN_OFF).up(compressor ? REST_MIN : 0));
            }
            if (profile.key(Parameter.ACT_DELAY).isPresent()) {
                guarded = guarded.with(Parameter.ACT_DELAY, Translation.key(profile, settings, Parameter.ACT_DELAY).up(compressor && !rests ? REST_MIN : 0));
            }
            return guarded;
        }

        /** The band of one width, moved until the day it makes lies in the middle of what is wanted. */
        private Tried centred(Settings from, Direction wanted, double width, double placement) {
            double sign = wanted == Direction.RAISE ? 1 : -1;
            double middle = unit.fromModel(0.5 * (low + high) - placement);
            Trial best = null;
            int count = 0;
            for (int i = 0; i < CENTRINGS; i++) {
                SwitchingPoints points = new SwitchingPoints(wanted, middle - sign * 0.5 * width, middle + sign * 0.5 * width);
                Trial trial = rehearse(Translation.withPoints(profile, from, points, Translation.Anchor.OFF));
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

        private Trial rehearse(Settings settings) {
            Setup changed = setup.with(controller.id(), settings);
            Metrics metrics = Rehearsal.run(changed.rig(), new Scenario(RoomCurve.day(setup.chamber().room()), 9, DAY_S,
                    Math.min(STEP_S, profile.samplingS()), Scenario.Start.SETTLED, List.of(), 1)).metrics();
            Metrics.Level there = humidity ? metrics.humidity().orElseThrow(() -> new RefusedValueException("controllerId", controller.id(),
                    "must be in a chamber whose humidity can be rehearsed")) : metrics.occupant();
            return new Trial(settings, there.lowest(), there.highest(), there.mean(),
                    metrics.loops().get(setup.firstLoop(index)).cyclesPerHour(), metrics.displays().get(index),
                    Math.min(there.lowest() - low, high - there.highest()));
        }

        /** Alarms just outside what is wanted, clear of the swing, and well before harm. */
        private Settings alarms(Trial best) {
            Settings settings = best.settings();
            double clear = 2 * unit.differenceToModel(profile.resolution());
            double placement = best.mean() - best.display().mean();
            for (Parameter alarm : List.of(Parameter.HIGH_ALARM, Parameter.LOW_ALARM)) {
                if (profile.key(alarm).isEmpty()) {
                    continue;
                }
                boolean up = alarm == Parameter.HIGH_ALARM;
                double outermost = up ? Math.max(high, Math.max(best.highest(), best.display().highest() + placement) + clear)
                        : Math.min(low, Math.min(best.lowest(), best.display().lowest() + placement) - clear);
                double harm = humidity ? Double.NaN : setup.needs().nearest(up ? Side.HIGH : Side.LOW).map(limit -> limit.levelC()).orElse(Double.NaN);
                boolean beyond = up ? outermost >= harm : outermost <= harm;
                double level = beyond ? 0.5 * (harm + (up ? best.highest() : best.lowest())) : outermost;
                settings = Rekey.alarmAt(controller.with(settings), alarm, level, placement).orElse(settings);
            }
            return settings;
        }

        private Optional<Reason> reason(ProfileKey key, Settings settings, Trial best) {
            Parameter parameter = key.parameter();
            Map<String, Quantity> numbers = new TreeMap<>();
            numbers.put("lowest", level(best.lowest()));
            numbers.put("highest", level(best.highest()));
            numbers.put("low", level(low));
            numbers.put("high", level(high));
            numbers.put("perHour", new Quantity(best.perHour(), Unit.PER_HOUR));
            numbers.put("most", new Quantity(mostPerHour, Unit.PER_HOUR));
            String text = switch (parameter) {
                case SET_VALUE, OFF_AT -> best.inside()
                        ? "Through a day of its room it then stays between {lowest} and {highest}, about the middle of {low} to {high}."
                        : "The nearest there is: it goes from {lowest} to {highest}, and {low} to {high} is wanted. This box or appliance cannot do better.";
                case DIFFERENTIAL, ON_AT -> best.perHour() <= mostPerHour
                        ? "The least swing for the switching it costs: {perHour} times an hour, where " + (compressor ? "a compressor bears {most}." : "{most} wear a contact out in a year.")
                        : "It still switches {perHour} times an hour, more than {most}: add mass, take a weaker appliance, or move the probe away from it.";
                case HIGH_ALARM -> "Above the swing and at the end of what is wanted: the display reaches {display} in a sound day.";
                case LOW_ALARM -> "Below the swing and at the end of what is wanted: the display falls to {display} in a sound day.";
                case MIN_OFF, ACT_DELAY -> compressor && settings.need(parameter) > 0 ? "A compressor must rest before it starts again." : "Nothing here needs a rest: a delay only widens the swing.";
                case DIRECTION -> setup.wanted(controller) == Direction.RAISE ? humidity ? "The appliance on it moistens." : "The appliance on it warms."
                        : humidity ? "The appliance on it dries." : "The appliance on it cools.";
                default -> "";
            };
            if (text.isEmpty()) {
                return Optional.empty();
            }
            if (parameter == Parameter.HIGH_ALARM || parameter == Parameter.LOW_ALARM) {
                numbers.put("display", level(parameter == Parameter.HIGH_ALARM ? best.display().highest() : best.display().lowest()));
            }
            boolean switches = parameter == Parameter.SET_VALUE || parameter == Parameter.DIFFERENTIAL || parameter == Parameter.ON_AT || parameter == Parameter.OFF_AT;
            double value = settings.need(parameter);
            return Optional.of(new Reason(parameter, value, text, numbers, switches ? neighbour(settings, parameter, -1) : Optional.empty(),
                    switches ? neighbour(settings, parameter, 1) : Optional.empty()));
        }

        private Optional<Neighbour> neighbour(Settings settings, Parameter parameter, int steps) {
            ProfileKey key = Translation.key(profile, settings, parameter);
            Settings moved = settings.with(parameter, key.nearest(settings.need(parameter) + steps * key.step()));
            boolean collapsed = profile.raising().isPair() && moved.need(Parameter.ON_AT) == moved.need(Parameter.OFF_AT);
            if (collapsed || moved.equals(settings)) {
                return Optional.empty();
            }
            Trial trial = rehearse(moved);
            return Optional.of(new Neighbour(moved.need(parameter), trial.lowest(), trial.highest(), trial.perHour(), trial.inside()));
        }

        private Quantity level(double value) {
            return new Quantity(value, humidity ? Unit.RELATIVE_HUMIDITY : Unit.CELSIUS);
        }
    }
}
