package kilnward.server.profile;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.time.Clock;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.stream.Stream;
import kilnward.core.finding.RefusedValueException;
import kilnward.server.store.Moments;
import kilnward.server.wire.OrNull;
import kilnward.server.wire.problem.NotFoundException;
import kilnward.server.wire.problem.RefusedFieldsException;
import org.springframework.core.io.Resource;
import org.springframework.core.io.support.ResourcePatternResolver;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Generic profiles that ship, one file each under {@code profiles/}, and the site's own beside them. */
@Service
public class ProfileService {
    private final List<ProfileDocument> shipped;
    private final OwnProfileRepository own;
    private final ProfileDocuments documents;
    private final Clock clock;

    /**
     * @throws IllegalStateException where a shipped file is no profile; the server does not start with one of those
     */
    public ProfileService(OwnProfileRepository own, ProfileDocuments documents, Clock clock, ResourcePatternResolver resources) {
        this.own = own;
        this.documents = documents;
        this.clock = clock;
        List<ProfileDocument> found = new ArrayList<>();
        try {
            for (Resource file : resources.getResources("classpath:profiles/*.json")) {
                found.add(shipped(file));
            }
        } catch (IOException failed) {
            throw new UncheckedIOException(failed);
        }
        this.shipped = List.copyOf(found);
    }

    private ProfileDocument shipped(Resource file) throws IOException {
        try (var stream = file.getInputStream()) {
            ProfileDocument read = documents.read(new String(stream.readAllBytes(), StandardCharsets.UTF_8));
            if (!(read.id() + ".json").equals(file.getFilename())) {
                throw new IllegalStateException("the profile in " + file.getFilename() + " is called " + read.id());
            }
            return read;
        } catch (RefusedFieldsException broken) {
            throw new IllegalStateException("the profile in " + file.getFilename() + " cannot be used: " + broken.problems(), broken);
        }
    }

    /**
     * A profile and whose it is.
     *
     * @param changedBy who put it on the shelf; null for a shipped one
     */
    public record ProfileView(ProfileDocument document, @OrNull String changedBy, @OrNull Instant changedAt) {
    }

    /** A profile that ships; empty where there is none of that id. */
    public java.util.Optional<ProfileDocument> shipped(String id) {
        return shipped.stream().filter(each -> each.id().equals(id)).findFirst();
    }

    /** All profiles by name. */
    @Transactional(readOnly = true)
    public List<ProfileView> all() {
        return Stream.concat(own.findAll().stream().map(this::view), shipped.stream().map(each -> new ProfileView(each, null, null)))
                .sorted(Comparator.comparing(view -> view.document().name())).toList();
    }

    /** Adds a profile. One whose id is taken gets another, so that nothing is overwritten. */
    @Transactional
    public ProfileView add(String text, String author) {
        ProfileDocument read = documents.read(text);
        String id = read.id();
        for (int number = 1; isTaken(id); number++) {
            id = read.id().replaceFirst("-own(-\\d+)?$", "") + "-own" + (number == 1 ? "" : "-" + number);
        }
        OwnProfileEntity entity = new OwnProfileEntity(id);
        entity.document = documents.write(new ProfileDocument(id, read.name(), read.about(), read.profile()));
        entity.changedBy = author;
        entity.changedAt = Moments.now(clock);
        return view(own.saveAndFlush(entity));
    }

    /** Takes a profile of the site's own off the shelf; controllers described by it keep what they have. */
    @Transactional
    public void remove(String id) {
        own.delete(own.findByProfileId(id).orElseThrow(() -> shipped.stream().anyMatch(each -> each.id().equals(id))
                ? new RefusedValueException("id", id, "must be a profile of your own: those that ship stay")
                : new NotFoundException("There is no profile " + id + ".")));
    }

    /** The document of a profile. */
    @Transactional(readOnly = true)
    public String document(String id) {
        return all().stream().map(ProfileView::document).filter(each -> each.id().equals(id)).findFirst().map(documents::write)
                .orElseThrow(() -> new NotFoundException("There is no profile " + id + "."));
    }

    private boolean isTaken(String id) {
        return shipped.stream().anyMatch(each -> each.id().equals(id)) || own.findByProfileId(id).isPresent();
    }

    private ProfileView view(OwnProfileEntity entity) {
        return new ProfileView(documents.read(entity.document), entity.changedBy, entity.changedAt);
    }
}
