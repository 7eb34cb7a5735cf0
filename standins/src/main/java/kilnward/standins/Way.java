package kilnward.standins;

import java.util.List;

/** How readings get from a device to Kiln Ward. */
interface Way extends AutoCloseable {
    /** What became of what was sent. */
    enum Sent {
        /** It is on disk there, or will never be: it need not be sent again. */
        DONE,
        /** It has to be sent again later. */
        AGAIN
    }

    Sent send(List<Reading> readings);

    /** What was said last, for the page. */
    String last();

    @Override
    void close();
}
