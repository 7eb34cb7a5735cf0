package kilnward.server.ward;

import jakarta.validation.constraints.Size;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import java.util.stream.Collectors;
import kilnward.server.people.Needs;
import kilnward.server.people.Role;
import kilnward.server.plan.ChamberPlan;
import kilnward.server.series.SeriesService;
import kilnward.server.series.SeriesViews.Leading;
import kilnward.server.settings.ChamberService;
import kilnward.server.settings.ChamberViews.ChamberView;
import kilnward.server.settings.Standing;
import kilnward.server.ward.WardViews.KnownBy;
import kilnward.server.ward.WardViews.Living;
import kilnward.server.ward.WardViews.Outlook;
import kilnward.server.ward.WardViews.Part;
import kilnward.server.ward.WardViews.WardRow;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** All chambers at a glance, and what the coming night looks like in each as it is saved. A row is small: a station has a thousand of them. */
@RestController
public class WardController {
    /** Nights told at once. */
    private static final int AT_ONCE = 60;
    private final ChamberService chambers;
    private final Standing standing;
    private final SeriesService series;
    private final Outlooks outlooks;

    WardController(ChamberService chambers, Standing standing, SeriesService series, Outlooks outlooks) {
        this.chambers = chambers;
        this.standing = standing;
        this.series = series;
        this.outlooks = outlooks;
    }

    /** A row for each chamber, oldest first. */
    @Needs(Role.VISITOR)
    @GetMapping("/api/v1/ward")
    public List<WardRow> ward() {
        Map<String, KnownBy> known = series.leading().stream().collect(Collectors.toMap(Leading::chamberId, WardController::of));
        return standing.all().stream().map(each -> row(each, known.get(each.id()))).toList();
    }

    private static KnownBy of(Leading series) {
        return new KnownBy(series.seriesId(), series.name(), series.silentAfterS(), series.latest());
    }

    /** Whether all that a rehearsal needs is there: the plan, and settings of every controller. */
    static boolean isReady(ChamberView chamber) {
        ChamberPlan plan = chamber.plan();
        return Part.missing(plan).isEmpty() && !plan.controllers().isEmpty()
                && plan.controllers().stream().allMatch(each -> chamber.settings().stream().anyMatch(saved -> saved.controllerId().equals(each.id())));
    }

    private WardRow row(ChamberView chamber, KnownBy known) {
        ChamberPlan plan = chamber.plan();
        Optional<Outlook> night = outlooks.known(chamber);
        return new WardRow(chamber.id(), plan.name(), plan.standsAt(), Living.of(plan.occupancy()),
                plan.box() == null ? null : plan.box().litres(), Part.missing(plan), !plan.controllers().isEmpty(), isReady(chamber),
                night.flatMap(each -> each.findings().stream().findFirst()).map(each -> each.severity()).orElse(null), night.isPresent(), known);
    }

    /** Of some chambers, what is known without rehearsing anything: a ward that was looked at before stands at once. */
    @Needs(Role.VISITOR)
    @GetMapping("/api/v1/outlooks")
    public Map<String, Outlook> known(@RequestParam @Size(max = AT_ONCE) List<UUID> of) {
        Map<String, Outlook> known = new LinkedHashMap<>();
        chambers.some(of).forEach(chamber -> outlooks.known(chamber).ifPresent(night -> known.put(chamber.id(), night)));
        return known;
    }

    /** Refused, with the field, where the chamber cannot be rehearsed as it is saved. */
    @Needs(Role.VISITOR)
    @GetMapping("/api/v1/chambers/{id}/outlook")
    public Outlook outlook(@PathVariable UUID id) {
        return outlooks.of(chambers.one(id));
    }
}
