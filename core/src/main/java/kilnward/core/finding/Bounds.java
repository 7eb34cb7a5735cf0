package kilnward.core.finding;

import java.lang.reflect.Method;
import java.lang.reflect.RecordComponent;
import java.util.Map;
import java.util.TreeMap;

/**
 * Bounds of one number, both included, as {@link Bounded} says them.
 *
 * @param lowest  lowest value
 * @param highest highest value
 * @param unit    unit of both; empty where there is none
 */
public record Bounds(double lowest, double highest, String unit) {
    private static final ClassValue<Map<String, Bounds>> KNOWN = new ClassValue<>() {
        @Override
        protected Map<String, Bounds> computeValue(Class<?> type) {
            Map<String, Bounds> found = new TreeMap<>();
            for (Method method : type.getDeclaredMethods()) {
                put(found, method.getName(), method.getAnnotation(Bounded.class));
            }
            if (type.isRecord()) {
                for (RecordComponent component : type.getRecordComponents()) {
                    put(found, component.getName(), component.getAnnotation(Bounded.class));
                }
            }
            return Map.copyOf(found);
        }
    };

    private static void put(Map<String, Bounds> found, String field, Bounded bounded) {
        if (bounded != null) {
            found.put(field, new Bounds(bounded.min(), bounded.max(), bounded.unit()));
        }
    }

    /** All that a type says, by the name of the field; empty where it says none. */
    public static Map<String, Bounds> of(Class<?> type) {
        return KNOWN.get(type);
    }

    /**
     * What a type says of one of its fields.
     *
     * @throws IllegalArgumentException when it says nothing of it
     */
    public static Bounds of(Class<?> type, String field) {
        Bounds bounds = of(type).get(field);
        if (bounds == null) {
            throw new IllegalArgumentException(type.getSimpleName() + "." + field + " has no bounds");
        }
        return bounds;
    }

    /** Whether a value lies within them; NaN does not. */
    public boolean hold(double value) {
        return value >= lowest && value <= highest;
    }

    /** What is allowed, in words. */
    public String allowed() {
        return "must be from " + Require.plain(lowest) + " to " + Require.plain(highest) + (unit.isEmpty() ? "" : " " + unit);
    }
}
