package kilnward.server.wire.document;

import com.networknt.schema.Error;
import com.networknt.schema.InputFormat;
import com.networknt.schema.Schema;
import com.networknt.schema.SchemaRegistry;
import com.networknt.schema.SpecificationVersion;
import com.networknt.schema.serialization.NodeReader;
import com.networknt.schema.serialization.node.TokenStreamLocationAware;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.util.ArrayList;
import java.util.List;
import kilnward.core.finding.RefusedValueException;
import kilnward.server.wire.problem.FieldProblem;
import kilnward.server.wire.problem.Problems;
import kilnward.server.wire.problem.RefusedFieldsException;
import org.springframework.core.io.ClassPathResource;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.DatabindException;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.SerializationFeature;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ObjectNode;

/**
 * Documents of one kind: read whole or refused whole, with the line and the reason; written as they are exported.
 *
 * @param <T> what such a document describes
 */
public class JsonDocuments<T> {
    private static final int MOST_ERRORS = 20;
    private final NodeReader reader = NodeReader.builder().locationAware().build();
    private final JsonMapper json;
    private final JsonMapper pretty;
    private final Schema schema;
    private final Class<T> kind;
    private final String root;

    /**
     * @param schemaFile where its schema stands in the class path
     * @param kind       what a document is read as
     * @param root       what the whole of it is called where it is refused
     */
    protected JsonDocuments(JsonMapper json, String schemaFile, Class<T> kind, String root) {
        this.json = json;
        this.kind = kind;
        this.root = root;
        this.pretty = json.rebuild().enable(SerializationFeature.INDENT_OUTPUT).build();
        try (InputStream stream = new ClassPathResource(schemaFile).getInputStream()) {
            this.schema = SchemaRegistry.withDefaultDialect(SpecificationVersion.DRAFT_2020_12).getSchema(stream);
        } catch (IOException failed) {
            throw new UncheckedIOException(failed);
        }
    }

    /**
     * Reads a document.
     *
     * @throws RefusedFieldsException with line and reason of each thing that is wrong
     */
    public T read(String text) {
        ObjectNode document = parse(text);
        raise(document);
        List<FieldProblem> problems = new ArrayList<>();
        for (Error error : schema.validate(document)) {
            problems.add(new FieldProblem(path(error.getInstanceLocation().toString()), null, reason(error.getMessage()),
                    line(error.getInstanceNode())));
            if (problems.size() == MOST_ERRORS) {
                break;
            }
        }
        if (!problems.isEmpty()) {
            throw new RefusedFieldsException(problems);
        }
        try {
            ObjectNode bare = document.deepCopy();
            bare.remove("$schema");
            T read = json.treeToValue(bare, kind);
            check(read);
            return read;
        } catch (RefusedValueException refused) {
            throw new RefusedFieldsException(List.of(new FieldProblem(refused.field(), refused.given(), refused.allowed(),
                    lineOf(document, refused.field()))));
        } catch (DatabindException refused) {
            FieldProblem problem = Problems.fieldOf(refused);
            throw new RefusedFieldsException(List.of(new FieldProblem(problem.field(), problem.given(), problem.allowed(),
                    lineOf(document, problem.field()))));
        }
    }

    /** Raises what was written in an older form to today's, in place. */
    protected void raise(ObjectNode document) {
    }

    /**
     * Checks what no schema can.
     *
     * @throws RefusedValueException by the path of the field within the document
     */
    protected void check(T read) {
    }

    private ObjectNode parse(String text) {
        try {
            JsonNode document = reader.readTree(text, InputFormat.JSON);
            if (document instanceof ObjectNode object) {
                return object;
            }
            throw new RefusedFieldsException(List.of(new FieldProblem(root, null, "must be one JSON object", 1)));
        } catch (JacksonException broken) {
            throw new RefusedFieldsException(List.of(new FieldProblem(root, null, "must be valid JSON: "
                    + broken.getOriginalMessage(), broken.getLocation() == null ? 1 : broken.getLocation().getLineNr())));
        }
    }

    /** /schools/0/stages/1/harm → schools[0].stages[1].harm. */
    private String path(String pointer) {
        String path = pointer.replaceAll("/(\\d+)(?=/|$)", "[$1]").replaceAll("^/", "").replace('/', '.');
        return path.isEmpty() ? root : path;
    }

    /** The validator's messages begin with the place, which stands before them already. */
    private static String reason(String message) {
        int colon = message.indexOf(": ");
        return colon > 0 && message.startsWith("/") || message.startsWith(": ") ? message.substring(colon + 2) : message;
    }

    private static Integer line(JsonNode node) {
        return node instanceof TokenStreamLocationAware aware ? aware.tokenStreamLocation().getLineNr() : null;
    }

    /** The line of the innermost part of a path that the document has. */
    private static Integer lineOf(JsonNode document, String path) {
        JsonNode node = document;
        Integer line = line(document);
        for (String step : path.replace("[", ".").replace("]", "").split("\\.")) {
            JsonNode next = step.matches("\\d+") ? node.get(Integer.parseInt(step)) : node.get(step);
            if (next == null) {
                break;
            }
            node = next;
            line = line(node) == null ? line : line(node);
        }
        return line;
    }

    /** Writes a document as it is exported. */
    public String write(T value) {
        return pretty.writeValueAsString(value) + "\n";
    }
}
