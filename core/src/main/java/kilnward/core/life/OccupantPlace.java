package kilnward.core.life;

/** Whose temperature counts as the occupant's. */
public enum OccupantPlace {
    /** The contents themselves: eggs, jars, soil, water. */
    CONTENTS,
    /** The air at the occupant's height: chicks, leaves. */
    AIR
}
