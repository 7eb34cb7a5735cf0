package kilnward.server.notification;

import java.io.IOException;
import java.net.URI;
import java.time.Clock;
import java.time.Duration;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.RejectedExecutionException;
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
 * Takes messages out of the outbox and sends them, each channel on a thread of its own: one that does not answer holds up no other channel and no other site. A message is claimed
 * for a minute before it is sent and marked after: whoever is killed in between has it sent once more by who comes next, under the same key, and nobody sends it twice by intent.
 */
@Component
class Sender implements SmartLifecycle {
    private static final Logger LOG = LoggerFactory.getLogger(Sender.class);
    private static final long EVERY_MS = 250;
    private static final int LOOKED_AT = 200;
    /** Channels that are sent to at once. */
    private static final int AT_ONCE = 256;
    /** Of those, channels whose last message failed: the others always find a thread. */
    private static final int FAILING_AT_ONCE = 64;
    /** Longer than a call can take. */
    private static final Duration CLAIM = Duration.ofMinutes(1);
    private static final Duration FIRST_WAIT = Duration.ofSeconds(5);
    private static final Duration LONGEST_WAIT = Duration.ofMinutes(10);
    private static final Duration GIVES_UP = Duration.ofHours(24);
    /** Nor is a message given up before it was tried so often: the clock may have leapt. */
    private static final int LEAST_ATTEMPTS = 50;
    private static final String FREE = "(m.claimed_until_us < :now or m.claimed_until_us > :ahead)";
    private final JdbcClient sql;
    private final TransactionTemplate transactions;
    private final Mails mails;
    private final Hooks hooks;
    private final JsonMapper json;
    private final Clock clock;
    /** Channels that are being sent to here, and whether their last message failed. */
    private final Map<UUID, Boolean> busy = new ConcurrentHashMap<>();
    private ScheduledExecutorService claimer;
    private ExecutorService senders;
    private volatile boolean running;

    Sender(JdbcClient sql, TransactionTemplate transactions, Mails mails, Hooks hooks, JsonMapper json, Clock clock) {
        this.sql = sql;
        this.transactions = transactions;
        this.mails = mails;
        this.hooks = hooks;
        this.json = json;
        this.clock = clock;
    }

    private record Due(UUID id, UUID wayId, boolean failing) {
    }

    private record Message(UUID id, UUID wayId, Ways.Kind kind, String address, String secret, String what, String alarmId, String chamberId, String subject, String body,
            int attempts, long madeUs, boolean failing) {
    }

    private void now() {
        try {
            List<Message> claimed = transactions.execute(status -> claim());
            for (Message each : claimed) {
                busy.put(each.wayId, each.failing);
                senders.execute(() -> {
                    try {
                        send(each);
                    } catch (RuntimeException away) {
                        // Its claim runs out, and it is sent again under the same key.
                        LOG.warn("what became of message {} cannot be written down: {}", each.id, away.getMessage());
                    } finally {
                        busy.remove(each.wayId);
                        again();
                    }
                });
            }
        } catch (RuntimeException away) {
            LOG.debug("messages cannot be looked for: {}", away.getMessage());
        }
    }

    /** Its channel may have more to send. */
    private void again() {
        try {
            claimer.execute(this::now);
        } catch (RejectedExecutionException stopped) {
            LOG.debug("messages wait for the next start: {}", stopped.getMessage());
        }
    }

    /** The most urgent message of each channel that is not being sent to; those whose last message failed come after the others. */
    private List<Message> claim() {
        long nowUs = Moments.micros(clock.instant());
        List<UUID> here = busy.isEmpty() ? List.of(new UUID(0, 0)) : List.copyOf(busy.keySet());
        List<Due> due = sql.sql("select id, way_id, failing from (select m.id, m.way_id, w.trouble is not null as failing, m.due_us, row_number() over (partition by m.way_id"
                + " order by coalesce(a.urgency = 'NOW', false) desc, m.due_us) as place from alarm_message m join alarm_way w on w.id = m.way_id left join alarm a on a.id = m.alarm_id"
                + " where m.sent_us is null and m.dropped_us is null and (m.due_us <= :now or m.made_us > :ahead) and " + FREE + " and m.way_id not in (:here)) of_each"
                + " where place = 1 order by failing, due_us limit " + LOOKED_AT).param("now", nowUs).param("ahead", nowUs + Moments.SET_BACK_US).param("here", here)
                .query((row, i) -> new Due(row.getObject(1, UUID.class), row.getObject(2, UUID.class), row.getBoolean(3))).list();
        int failing = Math.toIntExact(busy.values().stream().filter(each -> each).count());
        List<UUID> wanted = new ArrayList<>();
        for (Due each : due) {
            if (busy.size() + wanted.size() < AT_ONCE && (!each.failing || failing < FAILING_AT_ONCE)) {
                wanted.add(each.id);
                failing += each.failing ? 1 : 0;
            }
        }
        if (wanted.isEmpty()) {
            return List.of();
        }
        List<UUID> ids = sql.sql("select m.id from alarm_message m where m.id in (:wanted) and m.sent_us is null and m.dropped_us is null and " + FREE + " for update skip locked")
                .param("wanted", wanted).param("now", nowUs).param("ahead", nowUs + Moments.SET_BACK_US).query((row, i) -> row.getObject(1, UUID.class)).list();
        if (ids.isEmpty()) {
            return List.of();
        }
        sql.sql("update alarm_message set claimed_until_us = :until, attempts = attempts + 1 where id in (:ids)").param("until", nowUs + CLAIM.toNanos() / 1000).param("ids", ids)
                .update();
        return sql
                .sql("select m.id, m.way_id, w.kind, w.address, w.secret, m.what, m.alarm_id, m.chamber_id, m.subject, m.body, m.attempts, m.made_us,"
                        + " w.trouble is not null from alarm_message m"
                        + " join alarm_way w on w.id = m.way_id where m.id in (:ids) order by m.due_us")
                .param("ids", ids)
                .query((row, i) -> new Message(row.getObject(1, UUID.class), row.getObject(2, UUID.class), Ways.Kind.valueOf(row.getString(3)), row.getString(4), row.getString(5),
                        row.getString(6), row.getString(7), row.getString(8), row.getString(9), row.getString(10), row.getInt(11), row.getLong(12), row.getBoolean(13)))
                .list();
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
        boolean givesUp = message.attempts >= LEAST_ATTEMPTS && nowUs - message.madeUs > GIVES_UP.toNanos() / 1000;
        sql.sql("update alarm_message set trouble = ?, due_us = ?, claimed_until_us = 0" + (givesUp ? ", dropped_us = " + nowUs + ", dropped_why = 'GAVE_UP'" : "")
                + " where id = ?")
                .param(trouble).param(nowUs + waitUs).param(message.id).update();
        sql.sql("update alarm_way set trouble = ? where id = ?").param(trouble).param(message.wayId).update();
        LOG.warn("message {} was not taken: {}", message.id, trouble);
    }

    @Override
    public void start() {
        running = true;
        senders = Executors.newCachedThreadPool(task -> new Thread(task, "sends"));
        claimer = Executors.newSingleThreadScheduledExecutor(task -> new Thread(task, "claims"));
        claimer.scheduleWithFixedDelay(this::now, EVERY_MS, EVERY_MS, TimeUnit.MILLISECONDS);
    }

    @Override
    public void stop() {
        running = false;
        claimer.shutdownNow();
        senders.shutdownNow();
    }

    @Override
    public boolean isRunning() {
        return running;
    }
}
