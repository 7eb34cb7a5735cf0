package kilnward.server.audit;

import java.util.ArrayList;
import java.util.Iterator;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import kilnward.server.wire.OrNull;
import tools.jackson.databind.JsonNode;

/**
 * One value that is another.
 *
 * @param path   which, like {@code occupancy.keepLowC} or {@code probes[air].lagS}
 * @param before as it was; null where there was none
 * @param after  as it is; null where there is none any more
 */
public record Change(String path, @OrNull String before, @OrNull String after) {
    private static final int LONGEST = 4_000;

    public Change {
        before = cut(before);
        after = cut(after);
    }

    private static String cut(String text) {
        return text == null || text.length() <= LONGEST ? text : text.substring(0, LONGEST) + " …";
    }

    /** What is another between two sets of values by name. */
    public static List<Change> between(Map<?, ?> before, Map<?, ?> after) {
        Set<Object> names = new LinkedHashSet<>(before.keySet());
        names.addAll(after.keySet());
        return names.stream().filter(each -> !Objects.equals(before.get(each), after.get(each)))
                .map(each -> new Change(each.toString(), text(before.get(each)), text(after.get(each))))
                .toList();
    }

    private static String text(Object value) {
        return value == null ? null : value.toString();
    }

    /** What is another between two documents, leaf by leaf; parts of lists are held together by their ids, where they have any. */
    static List<Change> between(String path, JsonNode before, JsonNode after) {
        List<Change> found = new ArrayList<>();
        compare(path, before, after, found);
        return found;
    }

    private static void compare(String path, JsonNode before, JsonNode after, List<Change> found) {
        if (Objects.equals(before, after)) {
            return;
        }
        if (before != null && after != null && before.isObject() && after.isObject()) {
            Set<String> names = new LinkedHashSet<>(before.propertyNames());
            names.addAll(after.propertyNames());
            names.forEach(name -> compare(path.isEmpty() ? name : path + "." + name, before.get(name), after.get(name), found));
        } else if (before != null && after != null && before.isArray() && after.isArray()) {
            Set<String> keys = new LinkedHashSet<>();
            keys.addAll(keys(before));
            keys.addAll(keys(after));
            keys.forEach(key -> compare(path + "[" + label(key, before, after) + "]", part(before, key), part(after, key), found));
        } else {
            String was = plain(before);
            String is = plain(after);
            if (!Objects.equals(was, is)) {
                found.add(new Change(path, was, is));
            }
        }
    }

    private static List<String> keys(JsonNode list) {
        List<String> keys = new ArrayList<>();
        Iterator<JsonNode> each = list.iterator();
        for (int i = 0; each.hasNext(); i++) {
            keys.add(key(each.next(), i));
        }
        return keys;
    }

    private static String key(JsonNode part, int index) {
        return part.path("id").isString() ? part.get("id").asString() : Integer.toString(index + 1);
    }

    private static JsonNode part(JsonNode list, String key) {
        for (int i = 0; i < list.size(); i++) {
            if (key(list.get(i), i).equals(key)) {
                return list.get(i);
            }
        }
        return null;
    }

    /** What people call a part, rather than its id. */
    private static String label(String key, JsonNode before, JsonNode after) {
        JsonNode part = part(after, key) == null ? part(before, key) : part(after, key);
        return part.path("name").isString() ? part.get("name").asString() : key;
    }

    private static String plain(JsonNode node) {
        return node == null || node.isNull() ? null : node.isString() ? node.asString() : node.toString();
    }
}
