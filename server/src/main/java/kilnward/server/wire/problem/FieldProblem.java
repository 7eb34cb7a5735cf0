package kilnward.server.wire.problem;

import com.fasterxml.jackson.annotation.JsonInclude;

/**
 * One field that was refused.
 *
 * @param field   its name with its path
 * @param given   what was given; null where nothing was
 * @param allowed what is allowed, as the end of a sentence
 * @param line    line of the document it stands in, the first being 1; null where there is no document
 */
public record FieldProblem(String field, Object given, String allowed, @JsonInclude(JsonInclude.Include.NON_NULL) Integer line) {
    /** A field of a request. */
    public FieldProblem(String field, Object given, String allowed) {
        this(field, given, allowed, null);
    }
}
