package kilnward.server.calendar;

import jakarta.validation.constraints.NotNull;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.UUID;
import kilnward.server.account.Leaving;
import kilnward.server.calendar.CalendarViews.TaskView;
import kilnward.server.site.Sites;
import kilnward.server.store.Moments;
import kilnward.server.store.Token;
import kilnward.server.wire.OrNull;
import kilnward.server.wire.problem.NotFoundException;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Secret addresses under which people's own calendars find the tasks. */
@Service
@Transactional
class Feeds implements Leaving {
    private static final Duration PAST = Duration.ofDays(60);
    private static final Duration AHEAD = Duration.ofDays(400);
    private final FeedRepository feeds;
    private final Tasks tasks;
    private final Sites sites;
    private final Clock clock;

    Feeds(FeedRepository feeds, Tasks tasks, Sites sites, Clock clock) {
        this.feeds = feeds;
        this.tasks = tasks;
        this.sites = sites;
        this.clock = clock;
    }

    /**
     * A feed.
     *
     * @param address what to put into a calendar; told once, when it is made, and null afterwards
     * @param readAt  when somebody's calendar last looked; null for never
     */
    record FeedView(@NotNull String id, Instant madeAt, @OrNull Instant readAt, @OrNull String address) {
    }

    @Transactional(readOnly = true)
    public List<FeedView> of(String person) {
        return feeds.findByPersonAndRevokedAtIsNullOrderByMadeAtAsc(person).stream().map(each -> view(each, null)).toList();
    }

    FeedView make(String person) {
        String secret = Token.fresh();
        FeedEntity feed = new FeedEntity(UUID.randomUUID(), sites.here().map(Sites.Site::id).orElseThrow(() -> new NotFoundException("There is no site.")));
        feed.person = person;
        feed.secretSha256 = digest(secret);
        feed.madeAt = Moments.now(clock);
        feeds.saveAndFlush(feed);
        return view(feed, "/api/v1/feed/" + secret + ".ics");
    }

    /** Whoever is gone reads no calendar of the site any more. */
    @Override
    public void left(String name, UUID site) {
        feeds.findByPersonAndRevokedAtIsNullOrderByMadeAtAsc(name).stream().filter(each -> each.siteId.equals(site)).forEach(each -> each.revokedAt = Moments.now(clock));
    }

    void revoke(UUID id, String person) {
        FeedEntity feed = feeds.findById(id).filter(each -> each.person.equals(person) && each.revokedAt == null)
                .orElseThrow(() -> new NotFoundException("There is no calendar address " + id + " of yours."));
        feed.revokedAt = Moments.now(clock);
    }

    /**
     * Of which site the calendar behind a secret address is.
     *
     * @throws NotFoundException for one that was never made, or was revoked: which of the two is not told
     */
    @Transactional(readOnly = true)
    public UUID siteOf(String secret) {
        return feeds.findBySecretSha256AndRevokedAtIsNull(digest(secret)).orElseThrow(() -> new NotFoundException("There is no such calendar.")).siteId;
    }

    /**
     * The calendar behind a secret address: what is for its person or for nobody in particular.
     *
     * @throws NotFoundException for one that was never made, or was revoked: which of the two is not told
     */
    String read(String secret) {
        FeedEntity feed = feeds.findBySecretSha256AndRevokedAtIsNull(digest(secret)).orElseThrow(() -> new NotFoundException("There is no such calendar."));
        feed.readAt = Moments.now(clock);
        return CalendarFile.of(all().stream().filter(each -> each.who() == null || each.who().equalsIgnoreCase(feed.person)).toList());
    }

    /** The calendar of everybody as a file. */
    String file() {
        return CalendarFile.of(all());
    }

    private List<TaskView> all() {
        return tasks.everBetween(clock.instant().minus(PAST), clock.instant().plus(AHEAD));
    }

    private static String digest(String secret) {
        return Token.hashText(secret);
    }

    private static FeedView view(FeedEntity feed, String address) {
        return new FeedView(feed.getId().toString(), feed.madeAt, feed.readAt, address);
    }
}
