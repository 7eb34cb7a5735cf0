package kilnward.server.reading;

import java.time.Instant;
import kilnward.core.series.Admission;
import kilnward.core.series.SeriesUnit;
import kilnward.server.series.SeriesViews.Series;
import kilnward.server.store.Moments;

/** A reading on its way in, and what became of it. */
public final class Arriving {
    private final int index;
    private final String seriesText;
    private final Series series;
    private final Instant at;
    private final double value;
    private final SeriesUnit unit;
    final long atUs;
    final long valueE6;
    private Admission.Reason reason;
    boolean known;
    private boolean hasRoom = true;
    Long keptE6;

    /**
     * @param index      its place in what was sent
     * @param seriesText the series it names
     * @param series     the series that is meant; null where it is not known
     * @param value      as it was sent
     * @param unit       what it was sent in; null where its series is not known
     * @param reason     why it is held back already; null for no reason yet
     */
    public Arriving(int index, String seriesText, Series series, Instant at, double value, SeriesUnit unit, Admission.Reason reason) {
        this.index = index;
        this.seriesText = seriesText;
        this.series = series;
        this.at = at;
        this.value = value;
        this.unit = unit;
        this.atUs = Moments.micros(at);
        this.valueE6 = unit == null || reason == Admission.Reason.IMPOSSIBLE ? 0 : unit.keptMillionths(value);
        this.reason = reason;
    }

    public int index() {
        return index;
    }

    String seriesText() {
        return seriesText;
    }

    Series series() {
        return series;
    }

    int number() {
        return series.number();
    }

    /** Its instant. */
    public Instant at() {
        return at;
    }

    /** Its instant, in microseconds since 1970. */
    public long atMicros() {
        return atUs;
    }

    double value() {
        return value;
    }

    SeriesUnit unit() {
        return unit;
    }

    /** Why it was held back; null where it was not. */
    public Admission.Reason reason() {
        return reason;
    }

    /** Whether the same value of the same series and instant was kept already. */
    public boolean known() {
        return known;
    }

    /** Whether it was kept at all: where too many wait already, one that is held back is not. */
    public boolean hasRoom() {
        return hasRoom;
    }

    void hasRoom(boolean has) {
        hasRoom = has;
    }

    void begin() {
        hasRoom = true;
        known = false;
        keptE6 = null;
        if (reason == Admission.Reason.CHANGED) {
            reason = null;
        }
    }

    /** What the record says of its series and instant. */
    void kept(long alreadyE6) {
        if (alreadyE6 == valueE6) {
            known = true;
        } else {
            reason = Admission.Reason.CHANGED;
            keptE6 = alreadyE6;
        }
    }
}
