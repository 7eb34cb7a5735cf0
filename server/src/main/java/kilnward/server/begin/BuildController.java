package kilnward.server.begin;

import java.util.List;
import kilnward.server.people.Needs;
import kilnward.server.people.Role;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** What a chamber can begin with. */
@RestController
@RequestMapping("/api/v1")
public class BuildController {
    private final Builds builds;
    private final Starter starter;

    public BuildController(Builds builds, Starter starter) {
        this.builds = builds;
        this.starter = starter;
    }

    /** A kind of build to begin from. */
    public record BuildView(String id, String name, String about) {
    }

    /**
     * The kinds of build to begin from.
     *
     * @param guide who will live in it; those that are usual for it come first
     */
    @Needs(Role.VISITOR)
    @GetMapping("/builds")
    public List<BuildView> builds(@RequestParam(required = false) String guide) {
        return starter.proposed(builds.all(), guide).stream().map(build -> new BuildView(build.id(), build.name(), build.about())).toList();
    }
}
