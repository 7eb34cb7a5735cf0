package kilnward.core.logfile;

/** In which order the parts of a date stand. */
public enum DateOrder {
    /** 2026-11-26, 20261126. */
    YEAR_MONTH_DAY,
    /** 26.11.26, 26/11/2026. */
    DAY_MONTH_YEAR,
    /** 11/26/2026. */
    MONTH_DAY_YEAR,
    /** Seconds or milliseconds since 1970. */
    SINCE_1970
}
