package kilnward.core.chamber.appliance;

import java.util.Set;
import kilnward.core.quantity.Quantity;

/** What an appliance does to the climate while it runs: what is said of it, and what is done first when it fails, follows from this. */
public enum Effect {
    /** It warms the air, the water or the contents. */
    WARMS(Set.of(Quantity.TEMPERATURE), Set.of()),
    /** It takes heat out. */
    COOLS(Set.of(), Set.of(Quantity.TEMPERATURE)),
    /** It gives off water. */
    MOISTENS(Set.of(Quantity.RELATIVE_HUMIDITY), Set.of()),
    /** It takes water out. */
    DRIES(Set.of(), Set.of(Quantity.RELATIVE_HUMIDITY)),
    /** It lets carbon dioxide in. */
    ENRICHES(Set.of(Quantity.CARBON_DIOXIDE), Set.of()),
    /** It exchanges air with the room: what is more inside than outside gets less. */
    AIRS(Set.of(), Set.of(Quantity.TEMPERATURE, Quantity.RELATIVE_HUMIDITY, Quantity.CARBON_DIOXIDE)),
    /** It moves the air or the water inside. */
    STIRS(Set.of(), Set.of()),
    /** It lights, and warms by it. */
    LIGHTS(Set.of(Quantity.TEMPERATURE), Set.of());

    private final Set<Quantity> raises;
    private final Set<Quantity> lowers;

    Effect(Set<Quantity> raises, Set<Quantity> lowers) {
        this.raises = raises;
        this.lowers = lowers;
    }

    /** Whether it raises a quantity. */
    public boolean raises(Quantity quantity) {
        return raises.contains(quantity);
    }

    /** Whether it lowers a quantity, where there is more of it inside than outside. */
    public boolean lowers(Quantity quantity) {
        return lowers.contains(quantity);
    }

    /** Whether lowering is what it is there for: what airs does that besides. */
    public boolean isMadeToLower(Quantity quantity) {
        return this != AIRS && lowers(quantity);
    }
}
