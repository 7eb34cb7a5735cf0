package kilnward.core.logbook;

import java.util.List;

/** What an entry is of, with the unit of its amount and the words by which it is said. */
public enum EntryKind {
    NOTE(Unit.NONE, false),
    /** What somebody read off: temperature, humidity. */
    READ(Unit.NONE, false),
    OPENED(Unit.NONE, false, "opened", "open lid", "lid open"),
    TOPPED_UP(Unit.LITRES, false, "topped up", "top up", "topped", "refilled", "filled up", "filled"),
    MISTED(Unit.NONE, false, "misted", "mist", "sprayed"),
    TURNED(Unit.NONE, false, "turned", "turn"),
    WEIGHED(Unit.GRAMS, true, "weighed", "weigh", "weight"),
    CANDLED(Unit.NONE, true, "candled", "candle"),
    WATER_CHANGED(Unit.LITRES, false, "water change", "changed water", "water changed"),
    LOST(Unit.NONE, true, "lost", "clear", "removed"),
    DIED(Unit.NONE, true, "died", "dead"),
    TRAY_PULLED(Unit.NONE, true, "pulled", "tray pulled", "trays pulled"),
    HATCHED(Unit.NONE, true, "hatched", "hatch", "germinated", "up"),
    /** What was taken as a yield: mushrooms, leaves, fruit. */
    HARVESTED(Unit.GRAMS, false, "harvested", "harvest", "picked"),
    REPLACED(Unit.NONE, false, "replaced", "swapped");

    /** Unit of an amount. */
    public enum Unit {
        NONE,
        LITRES,
        GRAMS
    }

    private final Unit unit;
    private final boolean counted;
    private final List<String> words;

    EntryKind(Unit unit, boolean counted, String... words) {
        this.unit = unit;
        this.counted = counted;
        this.words = List.of(words);
    }

    public Unit unit() {
        return unit;
    }

    /** Whether it is of a number of pieces: eggs, trays, animals. */
    public boolean counted() {
        return counted;
    }

    /** Whether what it counts is in the chamber no longer. */
    public boolean takesOut() {
        return this == LOST || this == DIED || this == TRAY_PULLED;
    }

    /** Words that say it, in lower case, the longer ones first. */
    List<String> words() {
        return words;
    }
}
