package kilnward.server.series;

import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.springframework.data.jpa.repository.JpaRepository;

/** Devices. */
interface DeviceRepository extends JpaRepository<DeviceEntity, UUID> {
    List<DeviceEntity> findByChamberIdOrderByMadeAtAscIdAsc(UUID chamberId);

    Optional<DeviceEntity> findByTokenHash(byte[] tokenHash);
}
