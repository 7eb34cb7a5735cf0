package kilnward.server.guide;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import kilnward.core.life.Guide;
import org.springframework.core.io.Resource;
import org.springframework.core.io.support.ResourcePatternResolver;
import org.springframework.stereotype.Component;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.json.JsonMapper;

/** The guides that ship, one file each under {@code guides/}; all are read and checked at start-up. */
@Component
public class GuideShelf {
    private final List<Guide> guides;

    /**
     * @throws IllegalStateException where a file cannot be read as a guide; the server does not start with one of those
     */
    public GuideShelf(JsonMapper json, ResourcePatternResolver resources) {
        List<Guide> found = new ArrayList<>();
        try {
            for (Resource file : resources.getResources("classpath:guides/*.json")) {
                found.add(read(json, file));
            }
        } catch (IOException failed) {
            throw new UncheckedIOException(failed);
        }
        found.sort(Comparator.comparing(Guide::name));
        this.guides = List.copyOf(found);
    }

    private static Guide read(JsonMapper json, Resource file) throws IOException {
        try (var stream = file.getInputStream()) {
            Guide guide = json.readValue(stream, Guide.class);
            if (!(guide.id() + ".json").equals(file.getFilename())) {
                throw new IllegalStateException("the guide in " + file.getFilename() + " is called " + guide.id());
            }
            return guide;
        } catch (JacksonException | IllegalArgumentException broken) {
            throw new IllegalStateException("the guide in " + file.getFilename() + " cannot be used: "
                    + broken.getMessage(), broken);
        }
    }

    /** All guides by name. */
    public List<Guide> all() {
        return guides;
    }

    /** A guide by its id. */
    public Optional<Guide> find(String id) {
        return guides.stream().filter(guide -> guide.id().equals(id)).findFirst();
    }
}
