package kilnward.server.check;

import jakarta.persistence.Column;
import jakarta.persistence.Embeddable;

/** What one reference read. */
@Embeddable
public record ReadValue(@Column(length = 80) String name, @Column(name = "read_value") double value) {
}
