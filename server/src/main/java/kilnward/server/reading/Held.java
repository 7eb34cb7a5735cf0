package kilnward.server.reading;

import java.nio.charset.StandardCharsets;
import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Timestamp;
import java.time.Instant;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import kilnward.core.series.Admission;
import kilnward.core.series.SeriesUnit;
import kilnward.server.series.SeriesViews.Device;
import kilnward.server.store.Digest;

/** Writes down readings that are held back: each once, however often it is sent, and not without end. */
final class Held {
    /** Of one device and reason, waiting for a decision; a device gone mad must not fill the disk. What comes beyond is not taken, and the device is told so. */
    static final int MOST = 10_000;

    private Held() {
    }

    /** Writes down as many as there is room for; each of the others knows that it was not. */
    static void write(Connection connection, Device device, List<Arriving> held, Instant now) throws SQLException {
        Map<Admission.Reason, Integer> room = new EnumMap<>(Admission.Reason.class);
        List<Arriving> fit = new ArrayList<>();
        for (Arriving each : held) {
            if (!room.containsKey(each.reason())) {
                room.put(each.reason(), MOST - waiting(connection, device.id(), each.reason()));
            }
            each.hasRoom(room.merge(each.reason(), -1, Integer::sum) >= 0 || isThere(connection, device.id(), each));
            if (each.hasRoom()) {
                fit.add(each);
            }
        }
        try (PreparedStatement insert = connection
                .prepareStatement("insert into held_reading (id, chamber_id, device_id, series_id, series_text, at, value, unit, reason, kept_value,"
                        + " received_at, seen_times, same_as) values (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, 1, ?) on duplicate key update seen_times = seen_times + 1")) {
            for (Arriving each : fit) {
                insert.setString(1, UUID.randomUUID().toString());
                insert.setString(2, (each.series() == null ? device.chamberId() : each.series().chamberId()).toString());
                insert.setString(3, device.id().toString());
                insert.setString(4, each.series() == null ? null : each.series().id().toString());
                insert.setString(5, each.seriesText());
                insert.setTimestamp(6, Timestamp.from(each.at()));
                insert.setDouble(7, each.value());
                insert.setString(8, each.unit() == null ? null : each.unit().name());
                insert.setString(9, each.reason().name());
                if (each.keptE6 == null) {
                    insert.setNull(10, java.sql.Types.DOUBLE);
                } else {
                    insert.setDouble(10, SeriesUnit.value(each.keptE6));
                }
                insert.setTimestamp(11, Timestamp.from(now));
                insert.setBytes(12, sameAs(device.id(), each));
                insert.addBatch();
            }
            if (!fit.isEmpty()) {
                insert.executeBatch();
            }
        }
        if (fit.size() < held.size()) {
            try (PreparedStatement count = connection.prepareStatement("update device set not_kept = not_kept + ? where id = ?")) {
                count.setInt(1, held.size() - fit.size());
                count.setString(2, device.id().toString());
                count.executeUpdate();
            }
        }
    }

    /** Sent again, it takes no room. */
    private static boolean isThere(Connection connection, UUID device, Arriving one) throws SQLException {
        try (PreparedStatement find = connection.prepareStatement("select 1 from held_reading where same_as = ?")) {
            find.setBytes(1, sameAs(device, one));
            try (ResultSet found = find.executeQuery()) {
                return found.next();
            }
        }
    }

    private static int waiting(Connection connection, UUID device, Admission.Reason reason) throws SQLException {
        try (PreparedStatement count = connection.prepareStatement("select count(*) from held_reading where device_id = ? and reason = ? and decided_at is null")) {
            count.setString(1, device.toString());
            count.setString(2, reason.name());
            try (ResultSet found = count.executeQuery()) {
                found.next();
                return found.getInt(1);
            }
        }
    }

    private static byte[] sameAs(UUID device, Arriving each) {
        return Digest.sha256().digest((device + "|" + each.seriesText() + "|" + each.atUs + "|" + each.value() + "|" + each.reason()).getBytes(StandardCharsets.UTF_8));
    }
}
