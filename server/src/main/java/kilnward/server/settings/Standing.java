package kilnward.server.settings;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.UUID;
import kilnward.server.settings.ChamberViews.ChamberView;
import org.springframework.stereotype.Component;

/** All chambers as they stand, of which only those are read that changed since: reading a thousand plans takes longer than anybody waits. Nothing of record. */
@Component
public class Standing {
    private static final int READ_AT_ONCE = 200;
    private static final int REMEMBERED = 2_000;
    private final Cache<UUID, ChamberView> seen = Caffeine.newBuilder().maximumSize(REMEMBERED).softValues().build();
    private final ChamberService chambers;

    Standing(ChamberService chambers) {
        this.chambers = chambers;
    }

    /** All of them, oldest first, without who keyed what in and when: that changes while plan and settings stand. */
    public List<ChamberView> all() {
        ChamberService.Stand stand = chambers.stand();
        List<UUID> ids = List.copyOf(stand.versions().keySet());
        Map<UUID, ChamberView> known = new HashMap<>();
        ids.forEach(id -> Optional.ofNullable(seen.getIfPresent(id)).filter(stand::holds).ifPresent(view -> known.put(id, view)));
        List<UUID> changed = ids.stream().filter(id -> !known.containsKey(id)).toList();
        for (int from = 0; from < changed.size(); from += READ_AT_ONCE) {
            chambers.some(changed.subList(from, Math.min(changed.size(), from + READ_AT_ONCE))).forEach(read -> {
                ChamberView view = new ChamberView(read.id(), read.version(), read.changedAt(), read.changedBy(), read.plan(), read.settings(), List.of(), read.begun());
                seen.put(UUID.fromString(view.id()), view);
                known.put(UUID.fromString(view.id()), view);
            });
        }
        // One that was removed meanwhile stands no more.
        return ids.stream().map(known::get).filter(Objects::nonNull).toList();
    }
}
