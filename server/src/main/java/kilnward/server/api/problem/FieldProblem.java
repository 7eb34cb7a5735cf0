package kilnward.server.api.problem;

/**
 * One field that was refused.
 *
 * @param field   its name with its path
 * @param given   what was given; null where nothing was
 * @param allowed what is allowed, as the end of a sentence
 */
public record FieldProblem(String field, Object given, String allowed) {
}
