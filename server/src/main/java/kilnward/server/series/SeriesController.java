package kilnward.server.series;

import java.util.List;
import kilnward.server.people.Needs;
import kilnward.server.people.Role;
import kilnward.server.series.SeriesViews.SeriesView;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RestController;

/** All series of all chambers, for whoever looks over them. */
@RestController
public class SeriesController {
    private final SeriesService series;

    public SeriesController(SeriesService series) {
        this.series = series;
    }

    @Needs(Role.VISITOR)
    @GetMapping("/api/v1/series")
    public List<SeriesView> all() {
        return series.all();
    }
}
