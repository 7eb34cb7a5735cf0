package kilnward.server.live.tell;

import java.io.IOException;
import java.net.URI;
import java.time.Clock;
import java.time.Duration;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.TimeUnit;
import kilnward.server.store.Moments;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.context.SmartLifecycle;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;
import tools.jackson.databind.json.JsonMapper;

/**
 * Takes messages out of the outbox and sends them. A message is claimed for a minute before it is sent and marked after: whoever is killed in between has it sent once more by
 * who comes next, under the same key, and nobody sends it twice by intent.
 */
@Component
class Sender implements SmartLifecycle {
    private static final Logger LOG = LoggerFactory.getLogger(Sender.class);
    private static final long EVERY_MS = 500;
    private static final int AT_ONCE = 20;
    private static final Duration CLAIM = Duration.ofMinutes(1);
    private static final Duration FIRST_WAIT = Duration.ofSeconds(5);
    private static final Duration LONGEST_WAIT = Duration.ofMinutes(10);
    private static final Duration GIVES_UP = Duration.ofHours(24);
    private final JdbcClient sql;
    private final TransactionTemplate transactions;
    private final Mails mails;
    private final Hooks hooks;
    private final JsonMapper json;
    private final Clock clock;
    private ScheduledExecutorService worker;
    private volatile boolean running;

    Sender(JdbcClient sql, TransactionTemplate transactions, Mails mails, Hooks hooks, JsonMapper json, Clock clock) {
        this.sql = sql;
        this.transactions = transactions;
        this.mails = mails;
        this.hooks = hooks;
        this.json = json;
        this.clock = clock;
    }

    private record Message(UUID id, UUID wayId, Ways.Kind kind, String address, String secret, String what, String alarmId, String chamberId, String subject, String body,
            int attempts, long madeUs) {
    }

    private void now() {
        try {
            List<Message> claimed;
            do {
                claimed = transactions.execute(status -> claim());
                for (Message each : claimed) {
                    if (stillMine(each)) {
                        send(each);
                    }
                }
            } while (claimed.size() == AT_ONCE && running);
        } catch (RuntimeException away) {
            LOG.debug("messages cannot be looked for: {}", away.getMessage());
        }
    }

    private List<Message> claim() {
        long nowUs = Moments.micros(clock.instant());
        List<UUID> ids = sql
                .sql("select id from alarm_message where sent_us is null and dropped_us is null and due_us <= ? and claimed_until_us < ? order by due_us limit " + AT_ONCE
                        + " for update skip locked")
                .param(nowUs).param(nowUs).query((row, i) -> row.getObject(1, UUID.class)).list();
        if (ids.isEmpty()) {
            return new ArrayList<>();
        }
        sql.sql("update alarm_message set claimed_until_us = :until, attempts = attempts + 1 where id in (:ids)").param("until", nowUs + CLAIM.toNanos() / 1000).param("ids", ids)
                .update();
        return sql.sql("select m.id, m.way_id, w.kind, w.address, w.secret, m.what, m.alarm_id, m.chamber_id, m.subject, m.body, m.attempts, m.made_us from alarm_message m"
                + " join alarm_way w on w.id = m.way_id where m.id in (:ids) order by m.due_us").param("ids", ids)
                .query((row, i) -> new Message(row.getObject(1, UUID.class), row.getObject(2, UUID.class), Ways.Kind.valueOf(row.getString(3)), row.getString(4), row.getString(5),
                        row.getString(6), row.getString(7), row.getString(8), row.getString(9), row.getString(10), row.getInt(11), row.getLong(12)))
                .list();
    }

    /** Those before it may have taken their time: whose claim has run out is left to whoever took it up. */
    private boolean stillMine(Message message) {
        long nowUs = Moments.micros(clock.instant());
        return sql.sql("update alarm_message set claimed_until_us = ? where id = ? and attempts = ? and claimed_until_us >= ? and sent_us is null and dropped_us is null")
                .param(nowUs + CLAIM.toNanos() / 1000).param(message.id).param(message.attempts).param(nowUs).update() == 1;
    }

    private void send(Message message) {
        try {
            if (message.kind == Ways.Kind.EMAIL) {
                mails.send(message.address, message.id.toString(), message.subject, message.body);
            } else {
                hooks.call(URI.create(message.address), message.secret, message.id.toString(), body(message));
            }
            sql.sql("update alarm_message set sent_us = ?, trouble = null where id = ?").param(Moments.micros(clock.instant())).param(message.id).update();
            sql.sql("update alarm_way set trouble = null" + ("TEST".equals(message.what) ? ", proven_at = ?" : "") + " where id = ?")
                    .params("TEST".equals(message.what) ? List.of(clock.instant(), message.wayId) : List.of(message.wayId)).update();
        } catch (InterruptedException stopped) {
            Thread.currentThread().interrupt();
        } catch (IOException refused) {
            failed(message, refused.getMessage() == null ? refused.getClass().getSimpleName() : refused.getMessage());
        }
    }

    private String body(Message message) {
        Map<String, Object> fields = new LinkedHashMap<>();
        fields.put("id", message.id.toString());
        fields.put("what", message.what);
        fields.put("alarmId", message.alarmId);
        fields.put("chamberId", message.chamberId);
        fields.put("subject", message.subject);
        fields.put("text", message.body);
        return json.writeValueAsString(fields);
    }

    private void failed(Message message, String why) {
        String trouble = why.length() > 300 ? why.substring(0, 300) : why;
        long nowUs = Moments.micros(clock.instant());
        long waitUs = Math.min(LONGEST_WAIT.toNanos() / 1000, FIRST_WAIT.toNanos() / 1000 << Math.min(10, message.attempts - 1));
        boolean givesUp = nowUs - message.madeUs > GIVES_UP.toNanos() / 1000;
        sql.sql("update alarm_message set trouble = ?, due_us = ?, claimed_until_us = 0" + (givesUp ? ", dropped_us = " + nowUs + ", dropped_why = 'GAVE_UP'" : "")
                + " where id = ?")
                .param(trouble).param(nowUs + waitUs).param(message.id).update();
        sql.sql("update alarm_way set trouble = ? where id = ?").param(trouble).param(message.wayId).update();
        LOG.warn("message {} was not taken: {}", message.id, trouble);
    }

    @Override
    public void start() {
        running = true;
        worker = Executors.newSingleThreadScheduledExecutor(task -> new Thread(task, "tells"));
        worker.scheduleWithFixedDelay(this::now, EVERY_MS, EVERY_MS, TimeUnit.MILLISECONDS);
    }

    @Override
    public void stop() {
        running = false;
        worker.shutdownNow();
    }

    @Override
    public boolean isRunning() {
        return running;
    }
}
