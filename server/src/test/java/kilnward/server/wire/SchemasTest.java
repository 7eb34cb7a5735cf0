package kilnward.server.wire;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.io.InputStream;
import java.lang.reflect.ParameterizedType;
import java.lang.reflect.RecordComponent;
import java.lang.reflect.Type;
import java.util.Arrays;
import java.util.List;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.stream.Collectors;
import kilnward.core.life.Guide;
import kilnward.server.guide.GuideDocuments;
import kilnward.server.profile.ProfileDocument;
import kilnward.server.profile.ProfileDocuments;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** Published schemas name what the program reads: every field of a record, and every constant of an enum. */
class SchemasTest {
    private static final JsonMapper JSON = JsonMapper.builder().build();
    private final Set<String> wrong = new TreeSet<>();
    private int enums;
    private JsonNode root;

    @Test
    void aProfileIsDescribedAsItIsRead() throws Exception {
        walk(ProfileDocuments.SCHEMA, ProfileDocument.class);
        assertEquals(Set.of(), wrong);
        assertTrue(enums >= 10, "enums compared: " + enums);
    }

    @Test
    void aGuideIsDescribedAsItIsRead() throws Exception {
        walk(GuideDocuments.SCHEMA, Guide.class);
        assertEquals(Set.of(), wrong);
        assertTrue(enums >= 10, "enums compared: " + enums);
    }

    private void walk(String schema, Class<?> type) throws Exception {
        try (InputStream in = getClass().getClassLoader().getResourceAsStream(schema)) {
            root = JSON.readTree(in);
        }
        walk("", root, type);
    }

    /** What a reference points at; of what may be null, what it is otherwise. */
    private JsonNode resolved(JsonNode given) {
        for (String choice : List.of("anyOf", "oneOf")) {
            if (given.has(choice)) {
                return given.get(choice).valueStream().filter(each -> !each.path("type").asString("").equals("null")).map(this::resolved).findFirst().orElseThrow();
            }
        }
        return given.has("$ref") ? resolved(root.at(given.get("$ref").asString().substring(1))) : given;
    }

    private void walk(String path, JsonNode given, Type type) {
        JsonNode schema = resolved(given);
        if (type instanceof ParameterizedType list && list.getRawType() == List.class) {
            walk(path + "[]", schema.path("items"), list.getActualTypeArguments()[0]);
        } else if (type instanceof Class<?> each && each.isEnum()) {
            enums++;
            Set<String> constants = Arrays.stream(each.getEnumConstants()).map(constant -> ((Enum<?>) constant).name()).collect(Collectors.toCollection(TreeSet::new));
            Set<String> said = schema.path("enum").valueStream().filter(JsonNode::isString).map(JsonNode::asString).collect(Collectors.toCollection(TreeSet::new));
            if (!constants.equals(said)) {
                wrong.add(path + ": " + each.getSimpleName() + " has " + constants + ", the schema " + said);
            }
        } else if (type instanceof Class<?> each && each.isRecord()) {
            TreeMap<String, Type> fields = new TreeMap<>();
            for (RecordComponent component : each.getRecordComponents()) {
                fields.put(component.getName(), component.getGenericType());
            }
            fields.forEach((name, of) -> {
                if (!schema.path("properties").has(name)) {
                    wrong.add(path + "." + name + " is not in the schema");
                } else {
                    walk(path + "." + name, schema.get("properties").get(name), of);
                }
            });
        }
    }
}
