package kilnward.server.compute;

import static kilnward.server.wire.Absent.orNull;

import io.swagger.v3.oas.annotations.media.Content;
import io.swagger.v3.oas.annotations.media.Schema;
import io.swagger.v3.oas.annotations.responses.ApiResponse;
import jakarta.servlet.http.HttpServletResponse;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import kilnward.core.device.Parameter;
import kilnward.core.proposal.Proof;
import kilnward.core.proposal.Suggestion;
import kilnward.core.quantity.Quantity;
import kilnward.core.rehearsal.Workers;
import kilnward.core.setup.Setup;
import kilnward.server.people.Open;
import kilnward.server.plan.ChamberPlan;
import kilnward.server.wire.FindingAnswer;
import kilnward.server.wire.FindingAnswer.QuantityAnswer;
import kilnward.server.wire.OrNull;
import kilnward.server.wire.problem.NotDoneException;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.servlet.mvc.method.annotation.StreamingResponseBody;
import tools.jackson.databind.json.JsonMapper;

/** Proposes settings; stateless and without side effects. */
@Open
@RestController
public class SuggestionController {
    /**
     * A whole chamber, and the controller to find settings for.
     *
     * @param settings what is keyed into each controller now; the others stay as they are
     */
    public record SuggestionRequest(@NotNull @Valid ChamberPlan chamber,
            @NotNull @Size(max = 10) List<RehearsalRequest.@Valid @NotNull KeyedIn> settings, @NotNull String controllerId) {
    }

    /** A day with another value of one key, at the occupant in °C or %RH. */
    public record NeighbourAnswer(double value, double lowest, double highest, double perHour, boolean inside) {
        private static NeighbourAnswer of(Optional<Suggestion.Neighbour> neighbour) {
            return neighbour.map(each -> new NeighbourAnswer(each.value(), each.lowest(), each.highest(), each.perHour(), each.inside())).orElse(null);
        }
    }

    /** Why a key has its value; slots in the text name numbers. */
    public record ReasonAnswer(Parameter parameter, double value, String text, Map<String, QuantityAnswer> numbers, @OrNull NeighbourAnswer lower,
            @OrNull NeighbourAnswer higher) {
    }

    /**
     * What to key in, in the device's own unit.
     *
     * @param fits     whether the occupant then stays inside what is wanted all day
     * @param obstacle what stands against keying it in; then it is told and not offered. Null where it has proven right
     */
    public record SuggestionAnswer(String controllerId, Map<Parameter, Double> values, boolean fits, Quantity quantity, int rehearsals,
            List<ReasonAnswer> reasons, List<ThermostatAnswer> thermostats, @OrNull ObstacleAnswer obstacle) {
    }

    /** What stands against a proposal; the finding is what would come, null where it is no finding. */
    public record ObstacleAnswer(Proof.Obstacle.Kind kind, @OrNull FindingAnswer finding) {
        private static ObstacleAnswer of(Optional<Proof.Obstacle> obstacle) {
            return obstacle.map(each -> new ObstacleAnswer(each.kind(), each.finding().map(FindingAnswer::of).orElse(null))).orElse(null);
        }
    }

    /** Where a heater's own thermostat belongs; null where there is no place for it. Slots in the text name numbers. */
    public record ThermostatAnswer(String applianceId, @OrNull Double opensAtC, @OrNull Double closesAtC, String text, Map<String, QuantityAnswer> numbers) {
    }

    /**
     * A line of a search that tells how far it is.
     *
     * @param done   widths tried so far
     * @param of     widths to be tried
     * @param answer what is proposed, on the last line; null before
     */
    public record SuggestionLine(int done, int of, @OrNull SuggestionAnswer answer) {
    }

    private final JsonMapper json;
    private final Computing computing;

    public SuggestionController(JsonMapper json, Computing computing) {
        this.json = json;
        this.computing = computing;
    }

    @PostMapping(value = "/api/v1/suggestions", produces = MediaType.APPLICATION_JSON_VALUE)
    public SuggestionAnswer suggest(@Valid @RequestBody SuggestionRequest request) {
        return computing.run(workers -> search(request, Rehearser.setup(request.chamber(), request.settings()), Suggestion.Progress.NONE, workers));
    }

    /**
     * The same, a line of JSON for every width tried and the answer on the last one. Who goes away stops the search.
     *
     * @return lines of {@link SuggestionLine}
     */
    @PostMapping(value = "/api/v1/suggestions/lines", produces = MediaType.APPLICATION_NDJSON_VALUE)
    @ApiResponse(responseCode = "200", content = @Content(mediaType = MediaType.APPLICATION_NDJSON_VALUE, schema = @Schema(implementation = SuggestionLine.class)))
    public ResponseEntity<StreamingResponseBody> suggestInLines(@Valid @RequestBody SuggestionRequest request, HttpServletResponse response) {
        var setup = Rehearser.setup(request.chamber(), request.settings());
        // What cannot be proposed is refused before the first line is written, as a problem like any other.
        Suggestion.requirePossible(setup, request.controllerId());
        String address = Computing.address();
        StreamingResponseBody lines = ignored -> {
            Lines out = new Lines(response);
            out.write(new SuggestionLine(0, 1, null));
            try {
                out.write(new SuggestionLine(1, 1,
                        computing.run(address, workers -> search(request, setup, (done, of) -> out.write(new SuggestionLine(done, of, null)), workers), out::again)));
            } catch (NotDoneException notDone) {
                // The status is long said: a stream that ends without an answer has none.
                response.flushBuffer();
            }
        };
        return ResponseEntity.ok().contentType(MediaType.APPLICATION_NDJSON).body(lines);
    }

    /** Lines that leave at once; whoever waits for them is told the last one again from time to time, and is noticed to be gone by that. */
    private final class Lines {
        private final HttpServletResponse response;
        private SuggestionLine last;

        private Lines(HttpServletResponse response) {
            this.response = response;
        }

        /** Widths are tried beside each other; their lines must not run into each other. */
        private synchronized void write(SuggestionLine line) {
            try {
                last = line;
                response.getOutputStream().write((json.writeValueAsString(line) + "\n").getBytes(StandardCharsets.UTF_8));
                // What flushes the stream alone may stay in a buffer until the end.
                response.flushBuffer();
            } catch (IOException gone) {
                throw new UncheckedIOException(gone);
            }
        }

        private synchronized void again() {
            write(last);
        }
    }

    private static SuggestionAnswer search(SuggestionRequest request, Setup setup, Suggestion.Progress progress, Workers workers) {
        Suggestion suggestion = Suggestion.of(setup, request.controllerId(), progress, workers);
        return new SuggestionAnswer(request.controllerId(), suggestion.settings().values(), suggestion.fits(),
                setup.controller(request.controllerId()).reads(), suggestion.rehearsals(), suggestion.reasons().stream()
                        .map(reason -> new ReasonAnswer(reason.parameter(), reason.value(), reason.text(), FindingAnswer.answers(reason.numbers()),
                                NeighbourAnswer.of(reason.lower()), NeighbourAnswer.of(reason.higher())))
                        .toList(),
                suggestion.thermostats().stream().map(advice -> new ThermostatAnswer(advice.applianceId(), orNull(advice.opensAtC()),
                        orNull(advice.closesAtC()), advice.text(), FindingAnswer.answers(advice.numbers()))).toList(),
                ObstacleAnswer.of(suggestion.obstacle()));
    }
}
