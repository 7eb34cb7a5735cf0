package kilnward.server.calendar;

import java.util.List;
import java.util.UUID;
import kilnward.server.calendar.CalendarViews.BatchView;
import org.springframework.stereotype.Component;

/** What lives where, for rooms that come after this one. */
@Component
public class Living {
    private final Batches batches;

    Living(Batches batches) {
        this.batches = batches;
    }

    /** All batches of a chamber, ended ones too. */
    public List<BatchView> of(UUID chamberId) {
        return batches.of(chamberId);
    }
}
