package kilnward.server.review;

import java.time.Instant;
import java.util.UUID;
import kilnward.server.people.Needs;
import kilnward.server.people.Role;
import kilnward.server.review.Reviews.LogReview;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** Series of a chamber, looked back on. */
@RestController
@RequestMapping("/api/v1/chambers/{chamberId}/series/{seriesId}/review")
public class ReviewController {
    private final Reviews reviews;

    ReviewController(Reviews reviews) {
        this.reviews = reviews;
    }

    /** Of a span; of the last three days where none is said. */
    @Needs(Role.VISITOR)
    @GetMapping
    public LogReview review(@PathVariable UUID chamberId, @PathVariable UUID seriesId, @RequestParam(required = false) Instant from,
            @RequestParam(required = false) Instant to) {
        return reviews.of(chamberId, seriesId, from, to);
    }
}
