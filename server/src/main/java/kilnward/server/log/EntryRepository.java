package kilnward.server.log;

import java.util.Collection;
import java.util.List;
import java.util.UUID;
import kilnward.core.logbook.EntryKind;
import org.springframework.data.domain.Limit;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

interface EntryRepository extends JpaRepository<EntryEntity, UUID> {
    List<EntryEntity> findByChamberIdAndAtUsBetweenOrderByAtUsDescIdAsc(UUID chamberId, long fromUs, long toUs, Limit limit);

    List<EntryEntity> findByCorrectsIn(Collection<UUID> ids);

    /** How often each kind was written down in a chamber since a moment. */
    @Query("select each.kind, count(each) from EntryEntity each where each.chamberId = :chamberId and each.atUs >= :sinceUs group by each.kind")
    List<Object[]> counts(UUID chamberId, long sinceUs);

    /** Sum of the pieces of some kinds in a batch, corrected ones left out. */
    @Query("select coalesce(sum(each.pieces), 0) from EntryEntity each where each.batchId = :batchId and each.kind in :kinds"
            + " and not exists (select other from EntryEntity other where other.corrects = each.id)")
    long pieces(UUID batchId, Collection<EntryKind> kinds);

    /** Grams harvested of the batches of a chamber, corrected ones left out. */
    @Query("select each.batchId, sum(each.amount) from EntryEntity each where each.chamberId = :chamberId and each.batchId is not null"
            + " and each.kind = kilnward.core.logbook.EntryKind.HARVESTED and each.amount is not null"
            + " and not exists (select other from EntryEntity other where other.corrects = each.id) group by each.batchId")
    List<Object[]> harvested(UUID chamberId);

    /** What was counted in the batches of a chamber: batch, kind, pieces, first and last, corrected ones left out. */
    @Query("select each.batchId, each.kind, sum(each.pieces), min(each.atUs), max(each.atUs) from EntryEntity each where each.chamberId = :chamberId and each.batchId is not null"
            + " and each.pieces is not null and not exists (select other from EntryEntity other where other.corrects = each.id) group by each.batchId, each.kind")
    List<Object[]> counted(UUID chamberId);
}
