package kilnward.server.guide;

import java.time.Clock;
import java.time.Instant;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import kilnward.core.finding.RefusedValueException;
import kilnward.core.life.Guide;
import kilnward.server.store.Moments;
import kilnward.server.wire.OrNull;
import kilnward.server.wire.problem.ConflictException;
import kilnward.server.wire.problem.NotFoundException;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Shipped guides, which nobody changes, and guides of the site's own beside them. */
@Service
public class GuideService {
    private final GuideShelf shelf;
    private final OwnGuideRepository own;
    private final GuideDocuments documents;
    private final Clock clock;

    public GuideService(GuideShelf shelf, OwnGuideRepository own, GuideDocuments documents, Clock clock) {
        this.shelf = shelf;
        this.own = own;
        this.documents = documents;
        this.clock = clock;
    }

    /**
     * A guide and whose it is.
     *
     * @param version   to be sent back with a change; null for a shipped one
     * @param changedBy who changed it last; null for a shipped one
     */
    public record GuideView(Guide guide, @OrNull Long version, @OrNull String changedBy, @OrNull Instant changedAt) {
    }

    /** All guides by name. */
    @Transactional(readOnly = true)
    public List<GuideView> all() {
        return Stream.concat(own.findAll().stream().map(this::view), shelf.all().stream().map(GuideService::shipped))
                .sorted(Comparator.comparing(view -> view.guide().name())).toList();
    }

    /** A guide by its id, own or shipped. */
    @Transactional(readOnly = true)
    public Optional<Guide> find(String id) {
        return own.findByGuideId(id).map(this::view).or(() -> shelf.find(id).map(GuideService::shipped)).map(GuideView::guide);
    }

    /**
     * Adds a guide. One whose id is taken gets another, so that nothing is overwritten.
     *
     * @param text the document
     */
    @Transactional
    public GuideView add(String text, String author) {
        Guide guide = documents.read(text);
        Guide named = withFreeId(guide);
        OwnGuideEntity entity = new OwnGuideEntity(named.id());
        return write(entity, named, author);
    }

    private Guide withFreeId(Guide guide) {
        String id = guide.id();
        for (int number = 1; find(id).isPresent(); number++) {
            id = guide.id().replaceFirst("-own(-\\d+)?$", "") + "-own" + (number == 1 ? "" : "-" + number);
        }
        return new Guide(id, guide.name(), guide.keeping(), guide.where(), guide.measured(), guide.schools(), guide.cautions(), guide.living(), guide.publications());
    }

    /**
     * Changes a guide of the site's own.
     *
     * @throws ConflictException with the one in force, where it is no longer at the version the change was made from
     */
    @Transactional
    public GuideView change(String id, long version, Guide guide, String author) {
        OwnGuideEntity entity = ownGuide(id);
        if (!guide.id().equals(id)) {
            throw new RefusedValueException("guide.id", guide.id(), "must stay " + id);
        }
        if (entity.getVersion() != version) {
            throw new ConflictException(entity.changedBy + " changed this guide while you were working on it. What you typed is"
                    + " still here; look at both and save again.", view(entity));
        }
        return write(entity, guide, author);
    }

    /** Removes a guide of the site's own; chambers planned from it keep their values. */
    @Transactional
    public void remove(String id) {
        own.delete(ownGuide(id));
    }

    /** The document of a guide. */
    @Transactional(readOnly = true)
    public String document(String id) {
        return documents.write(find(id).orElseThrow(() -> new NotFoundException("There is no guide " + id + ".")));
    }

    private OwnGuideEntity ownGuide(String id) {
        return own.findByGuideId(id).orElseThrow(() -> shelf.find(id).isPresent()
                ? new RefusedValueException("id", id, "must be a guide of your own: shipped guides stay as they are, copy it first")
                : new NotFoundException("There is no guide " + id + "."));
    }

    private GuideView write(OwnGuideEntity entity, Guide guide, String author) {
        // Through the document and back: what is kept is what the schema allows.
        entity.document = documents.write(documents.read(documents.write(guide)));
        entity.changedBy = author;
        entity.changedAt = Moments.now(clock);
        return view(own.saveAndFlush(entity));
    }

    private GuideView view(OwnGuideEntity entity) {
        return new GuideView(documents.read(entity.document), entity.getVersion(), entity.changedBy, entity.changedAt);
    }

    private static GuideView shipped(Guide guide) {
        return new GuideView(guide, null, null, null);
    }
}
