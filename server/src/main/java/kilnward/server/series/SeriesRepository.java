package kilnward.server.series;

import java.util.List;
import java.util.UUID;
import org.springframework.data.jpa.repository.JpaRepository;

/** Series. */
interface SeriesRepository extends JpaRepository<SeriesEntity, UUID> {
    List<SeriesEntity> findByChamberIdOrderByNumberAsc(UUID chamberId);

    List<SeriesEntity> findByRetiredAtIsNullOrderByNumberAsc();

    List<SeriesEntity> findByNumberIn(java.util.Collection<Integer> numbers);
}
