package kilnward.server.api.chamber;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import kilnward.core.settings.Parameter;
import kilnward.core.settings.Suggestion;
import kilnward.server.api.FindingAnswer.QuantityAnswer;
import kilnward.server.api.OrNull;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RestController;

/** Proposes settings; stateless and without side effects. */
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

    /** What to key in, in the device's own unit; {@code fits} is whether the occupant then stays inside what is wanted all day. */
    public record SuggestionAnswer(String controllerId, Map<Parameter, Double> values, boolean fits, boolean humidity, int rehearsals,
                                   List<ReasonAnswer> reasons) {
    }

    @PostMapping("/api/v1/suggestions")
    public SuggestionAnswer suggest(@Valid @RequestBody SuggestionRequest request) {
        var setup = Rehearser.setup(request.chamber(), request.settings());
        Suggestion suggestion = Suggestion.of(setup, request.controllerId());
        return new SuggestionAnswer(request.controllerId(), suggestion.settings().values(), suggestion.fits(),
                setup.controller(request.controllerId()).readsHumidity(), suggestion.rehearsals(), suggestion.reasons().stream().map(reason -> {
                    Map<String, QuantityAnswer> numbers = new TreeMap<>();
                    reason.numbers().forEach((name, quantity) -> numbers.put(name, new QuantityAnswer(quantity.value(), quantity.unit())));
                    return new ReasonAnswer(reason.parameter(), reason.value(), reason.text(), numbers, NeighbourAnswer.of(reason.lower()),
                            NeighbourAnswer.of(reason.higher()));
                }).toList());
    }
}
