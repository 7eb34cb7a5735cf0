package kilnward.server.review;

import jakarta.validation.Valid;
import java.security.Principal;
import java.util.UUID;
import kilnward.server.people.Needs;
import kilnward.server.people.Role;
import kilnward.server.review.BoxFits.FitList;
import kilnward.server.review.BoxFits.FitRequest;
import kilnward.server.review.BoxFits.FitView;
import kilnward.server.review.BoxFits.TakeOverRequest;
import kilnward.server.settings.ChamberViews.ChamberView;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Boxes learned from their logs. */
@RestController
@RequestMapping("/api/v1/chambers/{chamberId}/fits")
public class BoxFitController {
    private final BoxFits fits;

    BoxFitController(BoxFits fits) {
        this.fits = fits;
    }

    @Needs(Role.VISITOR)
    @GetMapping
    public FitList all(@PathVariable UUID chamberId) {
        return fits.all(chamberId);
    }

    @Needs(Role.KEEPER)
    @PostMapping
    @ResponseStatus(HttpStatus.CREATED)
    public FitView learn(@PathVariable UUID chamberId, @Valid @RequestBody FitRequest asked, Principal who) {
        return fits.learn(chamberId, asked, who.getName());
    }

    /** Changes the plan to what was learned. */
    @Needs(Role.LEAD)
    @PostMapping("/{fitId}/take-over")
    public ChamberView takeOver(@PathVariable UUID chamberId, @PathVariable UUID fitId, @Valid @RequestBody TakeOverRequest asked, Principal who) {
        return fits.takeOver(chamberId, fitId, asked, who.getName());
    }
}
