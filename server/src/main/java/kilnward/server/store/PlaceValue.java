package kilnward.server.store;

import jakarta.persistence.Column;
import jakarta.persistence.Embeddable;

/** The middle of something and its extent (m), from the inside left front bottom corner of its box. */
@Embeddable
public record PlaceValue(@Column(name = "place_x_m") Double xM, @Column(name = "place_y_m") Double yM,
                         @Column(name = "place_z_m") Double zM, @Column(name = "place_length_m") Double lengthM,
                         @Column(name = "place_width_m") Double widthM, @Column(name = "place_height_m") Double heightM) {
}
