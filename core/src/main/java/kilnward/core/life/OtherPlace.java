package kilnward.core.life;

import java.util.Objects;

/**
 * A second place in the chamber with a target range of its own: roots below plants, the air over eggs. Where the occupant's temperature is the air's it is the
 * contents, and the other way round.
 *
 * @param where what the place is called, in the keeper's words
 * @param keep  target range there
 */
public record OtherPlace(String where, KeepBand keep) {
    public OtherPlace {
        Objects.requireNonNull(where, "where");
        Objects.requireNonNull(keep, "keep");
    }
}
