package kilnward.e2e;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.TreeSet;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.parallel.Execution;
import org.junit.jupiter.api.parallel.ExecutionMode;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/**
 * Every part that is shipped, with its version, stands in docs/dependencies.txt: a part that comes, goes or changes is seen in the diff of whoever brings it. Looked at
 * without a network; -Dkiln.dependencies.write=true writes the list anew.
 */
@Execution(ExecutionMode.CONCURRENT)
class DependenciesTest {
    private static final Path LIST = Path.of("..", "docs", "dependencies.txt");

    @Test
    void everyPartIsPinnedAndListed() throws Exception {
        TreeSet<String> parts = new TreeSet<>();
        JsonNode server = JsonMapper.shared().readTree(Files.readString(Path.of("..", "server", "target", "classes", "META-INF", "sbom", "application.cdx.json")));
        for (JsonNode each : server.get("components")) {
            parts.add("maven " + each.path("group").asString("") + ":" + each.get("name").asString() + " " + each.get("version").asString());
        }
        JsonNode pages = JsonMapper.shared().readTree(Files.readString(Path.of("..", "web", "package-lock.json")));
        pages.get("packages").propertyStream().filter(each -> !each.getKey().isEmpty())
                .forEach(each -> parts.add("npm " + each.getKey().replaceFirst(".*node_modules/", "") + " " + each.getValue().get("version").asString()));
        JsonNode declared = JsonMapper.shared().readTree(Files.readString(Path.of("..", "web", "package.json"))).get("devDependencies");
        declared.propertyStream().forEach(each -> assertTrue(each.getValue().asString().matches("[0-9].*"), each + " is not pinned"));
        assertTrue(parts.size() > 200, "only " + parts.size());
        String list = parts.stream().collect(Collectors.joining("\n", "", "\n"));
        if (Boolean.getBoolean("kiln.dependencies.write")) {
            Files.writeString(LIST, list);
        }
        assertEquals(Files.readString(LIST), list, "what is shipped is another than is listed");
    }
}
