package kilnward.core.life;

/** The kinds of chamber an occupant is kept in. */
public enum Keeping {
    INCUBATOR,
    BROODER,
    MUSHROOM_BOX,
    GROW_ROOM,
    AQUARIUM,
    HIVE,
    STORE
}
