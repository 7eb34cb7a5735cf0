package kilnward.server.calendar;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotEmpty;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.time.LocalDateTime;
import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.List;
import java.util.OptionalInt;
import java.util.stream.IntStream;
import kilnward.core.plan.Batch;
import kilnward.core.plan.Capacity;
import kilnward.core.plan.CapacitySpread;
import kilnward.core.plan.CapacitySpread.PlaceSpread;
import kilnward.core.plan.CapacitySpread.Spread;
import kilnward.core.plan.RunningCost;
import kilnward.core.plan.Schedule;
import kilnward.core.plan.Task;
import kilnward.server.compute.Computing;
import kilnward.server.guide.GuideService;
import kilnward.server.people.Open;
import kilnward.server.plan.PlanReader;
import kilnward.server.wire.OrNull;
import kilnward.server.wire.problem.BoundsOf;
import kilnward.server.wire.problem.Within;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** Days and places, worked out from what is sent alone; stateless and without side effects. */
@Open
@RestController
@RequestMapping("/api/v1/calc")
public class PlanCalcController {
    private static final DateTimeFormatter LOCAL = DateTimeFormatter.ofPattern("uuuu-MM-dd'T'HH:mm");
    private final GuideService guides;
    private final Computing computing;

    PlanCalcController(GuideService guides, Computing computing) {
        this.guides = guides;
        this.computing = computing;
    }

    /**
     * A start.
     *
     * @param startsAt by the clock of the zone
     * @param zone     name of a time zone, as "Europe/Paris"
     */
    public record ScheduleRequest(@NotBlank @Size(max = 80) String guideId, @NotBlank @Size(max = 80) String schoolId, @NotNull LocalDateTime startsAt,
            @NotBlank @Size(max = 60) String zone) {
    }

    /**
     * One item.
     *
     * @param at by the clock of the zone, to the minute
     */
    public record ScheduleItem(Task.Code code, @OrNull String stageId, String at) {
    }

    /** All items in the order of time. */
    public record ScheduleAnswer(List<ScheduleItem> items) {
    }

    @PostMapping("/schedule")
    public ScheduleAnswer schedule(@Valid @RequestBody ScheduleRequest asked) {
        Batch batch = new Batch(Zones.school(guides, asked.guideId(), asked.schoolId()), asked.startsAt(), Zones.of(asked.zone()));
        return new ScheduleAnswer(Schedule.of(batch).tasks().stream().map(each -> new ScheduleItem(each.code(), each.stageId(), LOCAL.format(each.at()))).toList());
    }

    /** A place on the way. */
    @BoundsOf(Capacity.Place.class)
    public record CapacityPlace(@NotBlank @Size(max = 60) String name, @NotNull Double places,
            @NotNull Double days) {
    }

    /** What is started each week, and the places on its way. */
    public record CapacityRequest(@NotEmpty @Size(max = 20) List<@Valid @NotNull CapacityPlace> stages, @NotNull @Within(min = 0, max = 1_000_000) Double startsPerWeek,
            @NotNull @Within(min = 1, max = 520, unit = "weeks") Integer weeks, @NotNull @Within(min = 0, max = 100, unit = "%") Double lossPct) {
    }

    /** One week, the first being 1. */
    public record WeekAnswer(int week, List<Double> occupied, double turnedAway) {
    }

    /** On means. */
    public record CapacityAnswer(List<WeekAnswer> weeks, List<Double> peak, @OrNull String jamsAt) {
    }

    @PostMapping("/capacity")
    public CapacityAnswer capacity(@Valid @RequestBody CapacityRequest asked) {
        Capacity found = Capacity.of(asked.stages().stream().map(PlanCalcController::place).toList(), asked.startsPerWeek(), asked.weeks(), asked.lossPct());
        return new CapacityAnswer(found.weeks().stream().map(each -> new WeekAnswer(each.week(), each.occupied(), each.turnedAway())).toList(), found.peak(),
                found.jamsAt().orElse(null));
    }

    private static Capacity.Place place(CapacityPlace place) {
        return new Capacity.Place(place.name(), place.places(), place.days());
    }

    /**
     * A place with the spread of ready days.
     *
     * @param spreadDays  standard deviation of the days
     * @param shelfPlaces how many places one more shelf of it has; null for none to add
     */
    public record SpreadPlace(@NotBlank @Size(max = 60) String name, @NotNull @Within(min = 0, max = 100_000) Integer places,
            @NotNull @Within(of = Capacity.Place.class, field = "days") Double days, @NotNull @Within(min = 0, max = 3650, unit = "days") Double spreadDays,
            @OrNull @Within(min = 1, max = 100_000) Integer shelfPlaces) {
    }

    /** The same asked one by one; one seed has one answer. */
    public record SpreadRequest(@NotEmpty @Size(max = 20) List<@Valid @NotNull SpreadPlace> stages, @NotNull @Within(min = 0, max = 5000) Integer startsPerWeek,
            @NotNull @Within(min = 1, max = 156, unit = "weeks") Integer weeks, @NotNull @Within(min = 0, max = 100, unit = "%") Double lossPct,
            @NotNull Long seed) {
    }

    /** A place: the mean inside, peaks of half and of nine in ten courses, share of courses that jam there. */
    public record PlaceAnswer(String name, double meanOccupied, double usualPeak, double highPeak, double jamShare, double turnedAway, List<Integer> usualByWeek,
            List<Integer> highByWeek) {
        private static PlaceAnswer of(PlaceSpread each) {
            return new PlaceAnswer(each.name(), each.meanOccupied(), each.usualPeak(), each.highPeak(), each.jamShare(), each.turnedAway(), each.usualByWeek(), each.highByWeek());
        }
    }

    /**
     * One thing that could be added.
     *
     * @param name          the place that gets more
     * @param addedPlaces   how many places it gets
     * @param startsThatFlow how many can then be started each week
     */
    public record AddedAnswer(String name, int addedPlaces, int startsThatFlow) {
    }

    /**
     * What comes of it.
     *
     * @param jamsAt         where it jams in more than one course of ten; null where it flows
     * @param startsThatFlow the most that can be started each week so that nine courses of ten flow; at most {@code mostTried}
     * @param mostTried      the most starts a week that are drawn over so many weeks and places
     * @param withMore       what a shelf more, or as much again of the first place, would do
     * @param runs           courses drawn
     */
    public record SpreadAnswer(List<PlaceAnswer> stages, @OrNull String jamsAt, int startsThatFlow, int mostTried, List<AddedAnswer> withMore, int runs) {
    }

    @PostMapping("/capacity-spread")
    public SpreadAnswer spread(@Valid @RequestBody SpreadRequest asked) {
        List<Spread> places = IntStream.range(0, asked.stages().size()).mapToObj(i -> PlanReader.at("stages[" + i + "]", () -> {
            SpreadPlace each = asked.stages().get(i);
            return new Spread(new Capacity.Place(each.name(), each.places(), each.days()), each.spreadDays());
        })).toList();
        return computing.run(workers -> {
            CapacitySpread found = CapacitySpread.of(places, asked.startsPerWeek(), asked.weeks(), asked.lossPct(), asked.seed());
            List<AddedAnswer> more = new ArrayList<>();
            for (int i = 0; i < places.size(); i++) {
                Integer shelf = asked.stages().get(i).shelfPlaces();
                OptionalInt added = shelf != null ? OptionalInt.of(shelf) : i == 0 ? OptionalInt.of(asked.stages().get(0).places()) : OptionalInt.empty();
                if (added.isPresent() && added.getAsInt() > 0) {
                    List<Spread> wider = new ArrayList<>(places);
                    wider.set(i, places.get(i).withPlaces(places.get(i).place().places() + added.getAsInt()));
                    more.add(new AddedAnswer(places.get(i).place().name(), added.getAsInt(), CapacitySpread.startsThatFlow(wider, asked.weeks(), asked.lossPct(), asked.seed())));
                }
            }
            return new SpreadAnswer(found.places().stream().map(PlaceAnswer::of).toList(), found.jamsAt(),
                    CapacitySpread.startsThatFlow(places, asked.weeks(), asked.lossPct(), asked.seed()), CapacitySpread.mostTried(places, asked.weeks()), more,
                    found.runs());
        });
    }

    /** What a chamber cost, how it runs and what comes out of it. */
    public record CostRequest(@NotNull @Within(min = 0, max = 1e9) Double build, @NotNull @Within(min = 0.1, max = 100, unit = "years") Double yearsOfUse,
            @NotNull @Within(min = 0.1, max = 53, unit = "weeks") Double weeksAYear, @NotNull @Within(min = 0, max = 1e6, unit = "kWh") Double kWhPerWeek,
            @NotNull @Within(min = 0, max = 1000) Double pricePerKWh, @NotNull @Within(min = 1, max = 1e9) Double thingsPerYear) {
    }

    /** In the currency of what was sent. */
    public record CostAnswer(double perWeek, double perYear, double perThing, double buildShare) {
    }

    @PostMapping("/running-cost")
    public CostAnswer cost(@Valid @RequestBody CostRequest asked) {
        RunningCost found = RunningCost.of(asked.build(), asked.yearsOfUse(), asked.weeksAYear(), asked.kWhPerWeek(), asked.pricePerKWh(), asked.thingsPerYear());
        return new CostAnswer(found.perWeek(), found.perYear(), found.perThing(), found.buildShare());
    }
}
