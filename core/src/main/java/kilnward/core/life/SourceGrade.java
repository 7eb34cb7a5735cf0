package kilnward.core.life;

/** Where a value of a guide comes from. */
public enum SourceGrade {
    /** A named publication. */
    PUBLISHED,
    /** Common practice of the trade, no source. */
    COMMON_PRACTICE,
    /** A published value that was written down from memory and not looked up. */
    FROM_MEMORY
}
