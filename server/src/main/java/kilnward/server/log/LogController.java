package kilnward.server.log;

import jakarta.validation.Valid;
import java.security.Principal;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.UUID;
import kilnward.core.finding.RefusedValueException;
import kilnward.core.logbook.EntryKind;
import kilnward.core.logbook.EntryLine;
import kilnward.server.log.Entries.LineRequest;
import kilnward.server.log.Entries.LogEntryView;
import kilnward.server.log.Entries.NewLogEntry;
import kilnward.server.log.Entries.UsualView;
import kilnward.server.people.Needs;
import kilnward.server.people.Open;
import kilnward.server.people.Role;
import kilnward.server.wire.OrNull;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** The log. */
@RestController
@RequestMapping("/api/v1")
public class LogController {
    private static final Duration LONGEST = Duration.ofDays(366 * 3L);
    private final Entries entries;

    LogController(Entries entries) {
        this.entries = entries;
    }

    /** One thing that was understood. */
    public record UnderstoodView(EntryKind kind, @OrNull Double amount, EntryKind.Unit unit, @OrNull Integer pieces, @OrNull Double temperatureC, @OrNull Double humidityPct,
            String rest) {
        private static UnderstoodView of(EntryLine line) {
            return new UnderstoodView(line.kind(), line.amount().isPresent() ? line.amount().getAsDouble() : null, line.kind().unit(),
                    line.pieces().isPresent() ? line.pieces().getAsInt() : null, line.temperatureC().isPresent() ? line.temperatureC().getAsDouble() : null,
                    line.humidityPct().isPresent() ? line.humidityPct().getAsDouble() : null, line.rest());
        }
    }

    /** What a line says, to be confirmed; nothing is kept. */
    @Open
    @PostMapping("/calc/entry-line")
    public List<UnderstoodView> line(@Valid @RequestBody LineRequest line) {
        return EntryLine.of(line.text(), line.fahrenheit()).stream().map(UnderstoodView::of).toList();
    }

    @Needs(Role.VISITOR)
    @GetMapping("/chambers/{chamberId}/entries")
    public List<LogEntryView> of(@PathVariable UUID chamberId, @RequestParam Instant from, @RequestParam Instant to, @RequestParam(defaultValue = "") List<EntryKind> kinds,
            @RequestParam(defaultValue = "") String words) {
        if (!to.isAfter(from) || Duration.between(from, to).compareTo(LONGEST) > 0) {
            throw new RefusedValueException("to", to, "must be after from, by three years at most");
        }
        return entries.of(chamberId, from, to, kinds, words);
    }

    /** The five things done most here. */
    @Needs(Role.VISITOR)
    @GetMapping("/chambers/{chamberId}/entries/usual")
    public List<UsualView> usual(@PathVariable UUID chamberId) {
        return entries.usual(chamberId);
    }

    @Needs(Role.KEEPER)
    @PostMapping("/chambers/{chamberId}/entries")
    @ResponseStatus(HttpStatus.CREATED)
    public LogEntryView write(@PathVariable UUID chamberId, @Valid @RequestBody NewLogEntry entry, Principal who) {
        return entries.write(chamberId, entry, who.getName());
    }
}
