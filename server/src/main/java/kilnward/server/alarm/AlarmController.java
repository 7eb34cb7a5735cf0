package kilnward.server.alarm;

import jakarta.validation.Valid;
import java.security.Principal;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.UUID;
import kilnward.core.finding.RefusedValueException;
import kilnward.server.alarm.AlarmViews.AlarmView;
import kilnward.server.alarm.AlarmViews.Figures;
import kilnward.server.alarm.AlarmViews.First;
import kilnward.server.alarm.AlarmViews.Mark;
import kilnward.server.alarm.AlarmViews.Note;
import kilnward.server.alarm.AlarmViews.Shelf;
import kilnward.server.alarm.AlarmViews.Watched;
import kilnward.server.people.Needs;
import kilnward.server.people.Role;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** Alarms: who needs somebody now, what it may be, and what people do about it. */
@RestController
@RequestMapping("/api/v1")
public class AlarmController {
    private static final Duration LONGEST = Duration.ofDays(366);
    private final Alarms alarms;
    private final FirstThings first;

    AlarmController(Alarms alarms, FirstThings first) {
        this.alarms = alarms;
        this.first = first;
    }

    /** All that are open, the most urgent first, what has one cause together. */
    @Needs(Role.VISITOR)
    @GetMapping("/alarms")
    public List<AlarmView> open() {
        return alarms.open();
    }

    /** Chambers with armed rules: what is not here is watched by nobody. */
    @Needs(Role.VISITOR)
    @GetMapping("/watched")
    public List<Watched> watched() {
        return alarms.watched();
    }

    @Needs(Role.VISITOR)
    @GetMapping("/alarms/{id}")
    public AlarmView one(@PathVariable UUID id) {
        return alarms.one(id);
    }

    /** Says that somebody knows, of this and of all that comes of the same cause. */
    @Needs(Role.KEEPER)
    @PostMapping("/alarms/{id}/acknowledge")
    public AlarmView acknowledge(@PathVariable UUID id, @Valid @RequestBody Note note, Principal who) {
        return alarms.acknowledge(id, note.note(), who.getName());
    }

    @Needs(Role.KEEPER)
    @PostMapping("/alarms/{id}/shelve")
    public AlarmView shelve(@PathVariable UUID id, @Valid @RequestBody Shelf shelf, Principal who) {
        return alarms.shelve(id, shelf.until(), shelf.reason(), who.getName());
    }

    @Needs(Role.KEEPER)
    @PostMapping("/alarms/{id}/unshelve")
    public AlarmView unshelve(@PathVariable UUID id, Principal who) {
        return alarms.unshelve(id, who.getName());
    }

    /** What it may be, what to do first, and how it goes on from here. */
    @Needs(Role.VISITOR)
    @GetMapping("/chambers/{chamberId}/first-things")
    public First first(@PathVariable UUID chamberId, @RequestParam(required = false) UUID series) {
        return first.of(chamberId, series);
    }

    /** Alarms of a chamber that were open in a span, the newest first. */
    @Needs(Role.VISITOR)
    @GetMapping("/chambers/{chamberId}/alarms")
    public List<AlarmView> of(@PathVariable UUID chamberId, @RequestParam Instant from, @RequestParam Instant to) {
        check(from, to);
        return alarms.of(chamberId, from, to);
    }

    /** What happened in a chamber in a span: alarms and what became of them, settings, cards. */
    @Needs(Role.VISITOR)
    @GetMapping("/chambers/{chamberId}/timeline")
    public List<Mark> timeline(@PathVariable UUID chamberId, @RequestParam Instant from, @RequestParam Instant to) {
        check(from, to);
        return alarms.timeline(chamberId, from, to);
    }

    /** The alarm system in figures, after ISA-18.2. */
    @Needs(Role.VISITOR)
    @GetMapping("/alarm-figures")
    public Figures figures(@RequestParam(defaultValue = "30") double days) {
        if (!(days >= 1 && days <= 366)) {
            throw new RefusedValueException("days", days, "must be from 1 to 366");
        }
        return alarms.figures(days);
    }

    private static void check(Instant from, Instant to) {
        if (!to.isAfter(from) || Duration.between(from, to).compareTo(LONGEST) > 0) {
            throw new RefusedValueException("to", to, "must be after from, by 366 days at most");
        }
    }
}
