package kilnward.server.ingest;

import io.swagger.v3.oas.annotations.Parameter;
import io.swagger.v3.oas.annotations.media.Content;
import io.swagger.v3.oas.annotations.media.Schema;
import java.time.Instant;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.concurrent.CompletableFuture;
import kilnward.server.ingest.Ingest.Taken;
import kilnward.server.people.Open;
import kilnward.server.series.Devices;
import kilnward.server.series.SeriesViews.Device;
import kilnward.server.wire.problem.NoRoomException;
import kilnward.server.wire.problem.NotLetInException;
import kilnward.server.wire.problem.RefusedFieldsException;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** Where devices send their readings to. No session and no CSRF token are asked: the device's own token is. */
@Open
@RestController
@RequestMapping("/api/v1")
public class ReadingsController {
    private static final String BEARER = "bearer ";
    private final Ingest ingest;
    private final Devices devices;

    ReadingsController(Ingest ingest, Devices devices) {
        this.ingest = ingest;
        this.devices = devices;
    }

    /** A reading to be taken in; its time as RFC 3339. */
    public record ReadingRequest(String series, Instant at, double value, String unit) {
    }

    /** Readings to be taken in, at most 10,000. */
    public record ReadingsRequest(List<ReadingRequest> readings) {
    }

    /** A device as it is known by its token. */
    public record Self(String id, String name) {
    }

    /**
     * Takes readings in, and answers when they are on disk.
     *
     * @param partial whether what can be read is kept where some lines cannot
     */
    @PostMapping(value = "/readings", consumes = MediaType.APPLICATION_JSON_VALUE)
    public CompletableFuture<Taken> json(@RequestHeader(value = HttpHeaders.AUTHORIZATION, required = false) @Parameter(hidden = true) String authorization,
            @RequestParam(defaultValue = "false") boolean partial,
            @io.swagger.v3.oas.annotations.parameters.RequestBody(content = @Content(schema = @Schema(implementation = ReadingsRequest.class))) @RequestBody byte[] body) {
        Device device = letIn(authorization);
        return take(device, () -> ReadingsText.json(body), partial);
    }

    /** The same as CSV with the header series,at,value. */
    @PostMapping(value = "/readings", consumes = "text/csv")
    public CompletableFuture<Taken> csv(@RequestHeader(value = HttpHeaders.AUTHORIZATION, required = false) @Parameter(hidden = true) String authorization,
            @RequestParam(defaultValue = "false") boolean partial, @RequestBody byte[] body) {
        Device device = letIn(authorization);
        return take(device, () -> ReadingsText.csv(body), partial);
    }

    /** Whose token that is: for brokers that let devices in, and for devices that want to know whether they are. */
    @GetMapping("/devices/self")
    public Self self(@RequestHeader(value = HttpHeaders.AUTHORIZATION, required = false) @Parameter(hidden = true) String authorization) {
        Device device = letIn(authorization);
        return new Self(device.id().toString(), device.name());
    }

    private CompletableFuture<Taken> take(Device device, java.util.function.Supplier<Sent.Read> read, boolean partial) {
        Sent.Read sent;
        try {
            sent = read.get();
        } catch (RefusedFieldsException unreadable) {
            devices.trouble(device.id(), "What it sent could not be read: " + unreadable.getMessage());
            throw unreadable;
        }
        return ingest.take(device, sent, partial).thenApply(each -> {
            if (each.noRoom() > 0) {
                throw new NoRoomException(each.noRoom() + " of these readings could not be kept: as many of this device as may wait for a decision are waiting already. "
                        + "The other " + (each.taken().stored() + each.taken().known()) + " are kept. Send them again later.");
            }
            return each.taken();
        });
    }

    private Device letIn(String authorization) {
        return devices.letIn(token(authorization).orElseThrow(() -> new NotLetInException("A device's token must be sent as Authorization: Bearer <token>.")));
    }

    /** The token in a header; empty where there is none. */
    static Optional<String> token(String authorization) {
        return authorization == null || !authorization.toLowerCase(Locale.ROOT).startsWith(BEARER) ? Optional.empty()
                : Optional.of(authorization.substring(BEARER.length()).strip());
    }
}
