package kilnward.server.begin;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import kilnward.core.life.Keeping;
import kilnward.server.plan.AppliancePlan;
import kilnward.server.plan.ChamberPlan;
import kilnward.server.plan.ChamberPlan.BoxPlan;
import kilnward.server.plan.ChamberPlan.ContentsPlan;
import kilnward.server.plan.ChamberPlan.ControllerPlan;
import kilnward.server.plan.ChamberPlan.LoopPlan;
import kilnward.server.plan.ChamberPlan.ProbePlan;
import kilnward.server.plan.ChamberPlan.RoomPlan;
import kilnward.server.plan.PlanReader;
import kilnward.server.profile.ProfileDocument;
import kilnward.server.profile.ProfileService;
import org.springframework.core.io.Resource;
import org.springframework.core.io.support.ResourcePatternResolver;
import org.springframework.stereotype.Component;
import tools.jackson.databind.json.JsonMapper;

/** The kinds of build that people make, each with its usual size, appliances and probe places: one file each, read and checked at start-up. */
@Component
public class Builds {
    /** A name in a file that becomes an id of its own in each chamber. */
    private static final Pattern NAME = Pattern.compile("\"(@[a-z]+)\"");

    /**
     * A build, with the ids of one chamber.
     *
     * @param keepings what it is usually kept for, the likeliest first
     * @param suits    guides for which it is the likeliest of all
     * @param livingKg living mass that is usual in it (kg); null where all that is inside lives
     */
    public record Build(String id, String name, String about, List<Keeping> keepings, List<String> suits, BoxPlan box, ContentsPlan contents, Double livingKg, RoomPlan room,
            List<AppliancePlan> appliances,
            List<ProbePlan> probes, List<BuiltController> controllers) {
    }

    /** A controller of a build, on a generic profile; {@code outlets} holds what hangs on each. */
    record BuiltController(String id, String name, String profileId, List<String> probeIds, List<List<String>> outlets) {
    }

    private final Map<String, String> files = new HashMap<>();
    private final JsonMapper json;
    private final ProfileService profiles;

    /**
     * @throws IllegalStateException where a shipped file is no build; the server does not start with one of those
     */
    public Builds(JsonMapper json, ProfileService profiles, ResourcePatternResolver resources) {
        this.json = json;
        this.profiles = profiles;
        try {
            for (Resource file : resources.getResources("classpath:builds/*.json")) {
                try (var stream = file.getInputStream()) {
                    String text = new String(stream.readAllBytes(), StandardCharsets.UTF_8);
                    Build build = read(text);
                    if (!(build.id() + ".json").equals(file.getFilename())) {
                        throw new IllegalStateException("the build in " + file.getFilename() + " is called " + build.id());
                    }
                    PlanReader.check(plan(build, "check", 0, null));
                    files.put(build.id(), text);
                }
            }
        } catch (IOException failed) {
            throw new UncheckedIOException(failed);
        }
    }

    /** All of them, by name. */
    List<Build> all() {
        return files.values().stream().map(this::read).sorted(Comparator.comparing(Build::name)).toList();
    }

    /** A build with ids of its own; empty where there is none of that name. */
    public Optional<Build> one(String id) {
        return Optional.ofNullable(files.get(id)).map(this::read);
    }

    private Build read(String text) {
        Map<String, String> ids = new HashMap<>();
        Matcher names = NAME.matcher(text);
        StringBuilder named = new StringBuilder();
        while (names.find()) {
            names.appendReplacement(named, "\"" + ids.computeIfAbsent(names.group(1), name -> UUID.randomUUID().toString()) + "\"");
        }
        names.appendTail(named);
        return json.readValue(named.toString(), Build.class);
    }

    /** The plan of a chamber that begins as a build; nothing of it has been looked at. */
    ChamberPlan plan(Build build, String name, double altitudeM, ChamberPlan.OccupancyPlan occupancy) {
        List<ControllerPlan> controllers = new ArrayList<>();
        for (BuiltController controller : build.controllers()) {
            ProfileDocument profile = profiles.shipped(controller.profileId())
                    .orElseThrow(() -> new IllegalStateException("the build " + build.id() + " names no profile by " + controller.profileId()));
            controllers.add(new ControllerPlan(controller.id(), controller.name(), controller.probeIds(), profile.profile(), controller.outlets().stream()
                    .map(ids -> LoopPlan.of(UUID.randomUUID().toString(), ids, null, null, null)).toList()));
        }
        BoxPlan box = build.box();
        return new ChamberPlan(name, "", null, occupancy, new BoxPlan(box.innerLengthM(), box.innerWidthM(), box.innerHeightM(), box.walls(), box.airChangesPerHour(),
                box.airMovement(), altitudeM, box.gradientKm(), box.lossFactor(), box.tank()), build.contents(), build.room(), null, build.appliances(), build.probes(),
                controllers, List.of());
    }
}
