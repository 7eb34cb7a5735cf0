package kilnward.core.finding;

/** How much a finding wants of the keeper, the most urgent first. */
public enum Severity {
    /** Something living will be harmed, or the settings cannot work: act before relying on them. */
    NEEDS_YOU_NOW,
    /** It works, but worse or for a shorter time than it could. */
    MIND_THIS
}
