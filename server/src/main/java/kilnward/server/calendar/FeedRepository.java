package kilnward.server.calendar;

import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.springframework.data.jpa.repository.JpaRepository;

interface FeedRepository extends JpaRepository<FeedEntity, UUID> {
    Optional<FeedEntity> findBySecretSha256AndRevokedAtIsNull(String secretSha256);

    List<FeedEntity> findByPersonAndRevokedAtIsNullOrderByMadeAtAsc(String person);
}
