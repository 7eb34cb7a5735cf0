package kilnward.server.store;

import jakarta.persistence.Embeddable;

/** One layer of a wall or an opening, inside first. */
@Embeddable
public record LayerValue(String materialId, double thicknessMm) {
}
