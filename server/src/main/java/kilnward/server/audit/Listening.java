package kilnward.server.audit;

import jakarta.persistence.EntityManagerFactory;
import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.UUID;
import kilnward.server.audit.Audit.Done;
import kilnward.server.audit.Audit.What;
import org.hibernate.engine.spi.SessionFactoryImplementor;
import org.hibernate.engine.spi.SharedSessionContractImplementor;
import org.hibernate.event.service.spi.EventListenerRegistry;
import org.hibernate.event.spi.EventType;
import org.hibernate.event.spi.PostDeleteEvent;
import org.hibernate.event.spi.PostDeleteEventListener;
import org.hibernate.event.spi.PostInsertEvent;
import org.hibernate.event.spi.PostInsertEventListener;
import org.hibernate.event.spi.PostUpdateEvent;
import org.hibernate.event.spi.PostUpdateEventListener;
import org.hibernate.persister.entity.EntityPersister;
import org.springframework.beans.factory.SmartInitializingSingleton;
import org.springframework.stereotype.Component;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** Hears of everything that Hibernate writes, so that nobody who adds a thing to keep has to think of the record of changes. What is written past Hibernate says so itself. */
@Component
class Listening implements SmartInitializingSingleton, PostInsertEventListener, PostUpdateEventListener, PostDeleteEventListener {
    /** Not told here: what tells itself with what was before it, thin rows that follow a plan, and rows that come by the thousand and carry their own author. */
    private static final Set<String> ELSEWHERE = Set.of("SettingsRevisionEntity", "PartEntity", "CheckRowEntity");
    /** Not told: what follows from every change, and who, which stands beside it. */
    private static final Set<String> BESIDE = Set.of("version", "changedAt", "changedBy", "changedUs", "createdAt", "madeAt", "madeBy", "author", "siteId", "chamberId",
            "writtenAt", "savedAt",
            "keyedAt", "document.format", "format", "usedAt", "notKept", "trouble", "troubleAt");
    private static final List<String> WHY = List.of("reason", "note", "despite", "endNote", "said");
    private static final List<String> NAMED = List.of("name", "title", "guideId", "profileId", "number", "kind");
    private static final String HIDDEN = "(hidden)";
    private final EntityManagerFactory entities;
    private final Audit audit;
    private final JsonMapper json;

    Listening(EntityManagerFactory entities, Audit audit, JsonMapper json) {
        this.entities = entities;
        this.audit = audit;
        this.json = json;
    }

    @Override
    public void afterSingletonsInstantiated() {
        EventListenerRegistry registry = entities.unwrap(SessionFactoryImplementor.class).getServiceRegistry().requireService(EventListenerRegistry.class);
        registry.appendListeners(EventType.POST_INSERT, this);
        registry.appendListeners(EventType.POST_UPDATE, this);
        registry.appendListeners(EventType.POST_DELETE, this);
    }

    @Override
    public void onPostInsert(PostInsertEvent event) {
        heard(What.ADDED, event.getPersister(), event.getId(), null, event.getState(), event.getSession());
    }

    @Override
    public void onPostUpdate(PostUpdateEvent event) {
        Map<String, Object> state = state(event.getPersister(), event.getState());
        boolean removed = state.get("removedAt") != null || state.get("retiredAt") != null || state.get("revokedAt") != null;
        Map<String, Object> before = event.getOldState() == null ? Map.of() : state(event.getPersister(), event.getOldState());
        boolean now = removed && before.get("removedAt") == null && before.get("retiredAt") == null && before.get("revokedAt") == null;
        heard(now ? What.REMOVED : What.CHANGED, event.getPersister(), event.getId(), event.getOldState(), event.getState(), event.getSession());
    }

    @Override
    public void onPostDelete(PostDeleteEvent event) {
        heard(What.REMOVED, event.getPersister(), event.getId(), event.getDeletedState(), null, event.getSession());
    }

    @Override
    public boolean requiresPostCommitHandling(EntityPersister persister) {
        return false;
    }

    private void heard(What what, EntityPersister persister, Object id, Object[] old, Object[] now, SharedSessionContractImplementor session) {
        String name = persister.getMappedClass().getSimpleName();
        // The tables that Envers fills have no class of their own.
        if (!name.endsWith("Entity") || ELSEWHERE.contains(name)) {
            return;
        }
        Map<String, Object> before = state(persister, old);
        Map<String, Object> after = state(persister, now);
        List<Change> changes = changes(before, after);
        if (changes.isEmpty()) {
            return;
        }
        Map<String, Object> stands = after.isEmpty() ? before : after;
        Connection connection = session.getJdbcCoordinator().getLogicalConnection().getPhysicalConnection();
        try {
            audit.write(connection,
                    new Done(what, thing(name), id.toString(), first(NAMED, stands), chamber(name, id, stands, connection), stands.get("siteId") instanceof UUID site ? site : null,
                            why(before, after), changes));
        } catch (SQLException failed) {
            throw new IllegalStateException("what was done could not be written down", failed);
        }
    }

    private static Map<String, Object> state(EntityPersister persister, Object[] values) {
        Map<String, Object> state = new HashMap<>();
        for (int i = 0; values != null && i < values.length; i++) {
            state.put(persister.getPropertyNames()[i], values[i]);
        }
        return state;
    }

    private List<Change> changes(Map<String, Object> before, Map<String, Object> after) {
        List<Change> found = new ArrayList<>();
        List<String> names = new ArrayList<>(after.isEmpty() ? before.keySet() : after.keySet());
        names.sort(null);
        for (String name : names) {
            Object was = before.get(name);
            Object is = after.get(name);
            if (BESIDE.contains(name) || Objects.deepEquals(was, is)) {
                continue;
            }
            if (isSecret(name)) {
                found.add(new Change(name, was == null ? null : HIDDEN, is == null ? null : HIDDEN));
            } else if (was instanceof String wasText && is instanceof String isText && isDocument(wasText) && isDocument(isText)) {
                found.addAll(Change.between(name.equals("document") ? "" : name, read(wasText), read(isText)));
            } else if (!(empty(was) && empty(is))) {
                found.add(new Change(name, text(was), text(is)));
            }
        }
        return found;
    }

    private static boolean isSecret(String name) {
        String small = name.toLowerCase(java.util.Locale.ROOT);
        return small.contains("hash") || small.contains("secret") || small.contains("token") || small.contains("password");
    }

    private static boolean isDocument(String text) {
        return text.startsWith("{") || text.startsWith("[");
    }

    private JsonNode read(String text) {
        try {
            return json.readTree(text);
        } catch (JacksonException plain) {
            return json.getNodeFactory().stringNode(text);
        }
    }

    private static boolean empty(Object value) {
        return value == null || "".equals(value) || value instanceof Collection<?> list && list.isEmpty();
    }

    private static String text(Object value) {
        return empty(value) ? null : value instanceof byte[] bytes ? Arrays.hashCode(bytes) + "" : value.toString();
    }

    private static String first(List<String> names, Map<String, Object> state) {
        return names.stream().map(state::get).filter(Objects::nonNull).map(Object::toString).filter(each -> !each.isBlank()).findFirst().orElse("");
    }

    private static String why(Map<String, Object> before, Map<String, Object> after) {
        return WHY.stream().filter(each -> !Objects.equals(before.get(each), after.get(each))).map(after::get).filter(each -> !empty(each)).map(Object::toString).findFirst()
                .orElse(null);
    }

    /** {@code SettingsRevisionEntity} is a settings revision. */
    static String thing(String entity) {
        return entity.replaceFirst("Entity$", "").replaceAll("(?<=[a-z])(?=[A-Z])", " ").toLowerCase(java.util.Locale.ROOT);
    }

    private static UUID chamber(String entity, Object id, Map<String, Object> state, Connection connection) throws SQLException {
        if (entity.equals("ChamberEntity")) {
            return (UUID) id;
        }
        if (state.get("chamberId") instanceof UUID chamber) {
            return chamber;
        }
        return state.get("controllerId") instanceof UUID part ? of(connection, "select chamber_id from part where id = ?", part)
                : state.get("checkId") instanceof UUID check ? of(connection, "select chamber_id from calibration_check where id = ?", check) : null;
    }

    private static UUID of(Connection connection, String question, UUID id) throws SQLException {
        try (PreparedStatement asked = connection.prepareStatement(question)) {
            asked.setObject(1, id);
            try (ResultSet row = asked.executeQuery()) {
                return row.next() ? row.getObject(1, UUID.class) : null;
            }
        }
    }
}
