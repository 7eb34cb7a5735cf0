package kilnward.server.imports;

import java.sql.PreparedStatement;
import java.time.Clock;
import java.time.DateTimeException;
import java.time.Duration;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashSet;
import java.util.Iterator;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Semaphore;
import java.util.concurrent.TimeUnit;
import java.util.function.Supplier;
import java.util.stream.Stream;
import kilnward.core.finding.RefusedValueException;
import kilnward.core.logfile.LogShape;
import kilnward.core.logfile.LogShape.ValueColumn;
import kilnward.core.logfile.RowReader;
import kilnward.core.logfile.ShapeGuess;
import kilnward.server.audit.Audit;
import kilnward.server.audit.Audit.Done;
import kilnward.server.audit.Audit.What;
import kilnward.server.imports.ImportViews.BadLineView;
import kilnward.server.imports.ImportViews.ColumnPlan;
import kilnward.server.imports.ImportViews.ImportPlan;
import kilnward.server.imports.ImportViews.ImportState;
import kilnward.server.imports.ImportViews.ImportView;
import kilnward.server.imports.ImportViews.Parted;
import kilnward.server.imports.ImportViews.ReasonView;
import kilnward.server.imports.ImportViews.UnlikeView;
import kilnward.server.people.Here;
import kilnward.server.plan.Plans;
import kilnward.server.reading.Arriving;
import kilnward.server.reading.ReadingStore;
import kilnward.server.series.SeriesService;
import kilnward.server.series.SeriesViews.Series;
import kilnward.server.series.SeriesViews.SeriesRequest;
import kilnward.server.site.Sites;
import kilnward.server.store.Moments;
import kilnward.server.wire.problem.ConflictException;
import kilnward.server.wire.problem.NotDoneException;
import kilnward.server.wire.problem.NotFoundException;
import net.javacrumbs.shedlock.spring.annotation.SchedulerLock;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.DisposableBean;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.json.JsonMapper;

/**
 * Takes in files of loggers. A file stands in the record, in parts, until all its rows are readings; how far it is stands there too, written in the same transaction as
 * the readings themselves, so that whoever goes on with it, on whichever server, counts nothing twice.
 */
@Component
class Imports implements DisposableBean {
    private static final Logger LOG = LoggerFactory.getLogger(Imports.class);
    private static final JsonMapper JSON = JsonMapper.shared();
    private static final int PART = 1024 * 1024;
    private static final int SHOWN = 12;
    /** Nobody works on one that was not heard of for so long. */
    private static final Duration ALIVE = Duration.ofSeconds(30);
    private static final Duration WAITS = Duration.ofDays(30);
    /** Files that wait: so much of one site and of one person at it, and so many. */
    private static final long SITE_BYTES = 256L * 1024 * 1024;
    private static final long PERSON_BYTES = 128L * 1024 * 1024;
    private static final int SITE_FILES = 60;
    private static final int LOOKS = 2;
    private static final Duration LOOK_PATIENCE = Duration.ofSeconds(10);
    private static final Duration FINISH = Duration.ofSeconds(20);
    private final JdbcClient sql;
    private final TransactionTemplate transactions;
    private final Plans plans;
    private final Sites sites;
    private final SeriesService series;
    private final ReadingStore store;
    private final Likeness likeness;
    private final Audit audit;
    private final Clock clock;
    private final ExecutorService worker = Executors.newSingleThreadExecutor(task -> new Thread(task, "imports"));
    /** Reads the next rows while those before are written. */
    private final ExecutorService reading = Executors.newSingleThreadExecutor(task -> new Thread(task, "imports-reading"));
    private final Semaphore looks = new Semaphore(LOOKS, true);
    private volatile boolean stopping;

    Imports(JdbcClient sql, TransactionTemplate transactions, Plans plans, Sites sites, SeriesService series, ReadingStore store, Likeness likeness, Audit audit,
            Clock clock) {
        this.sql = sql;
        this.transactions = transactions;
        this.plans = plans;
        this.sites = sites;
        this.series = series;
        this.store = store;
        this.likeness = likeness;
        this.audit = audit;
        this.clock = clock;
    }

    private record Kept(UUID id, UUID chamberId, String name, long bytes, long rows, String charset, ImportState state, ImportPlan plan, long nextRow, long stored, long known,
            long bad,
            List<BadLineView> badLines, Long firstUs, Long lastUs, String trouble, long beatUs, long madeUs, String author) {
    }

    /** Takes a file in, and says what seems to be in it. */
    ImportView add(UUID chamberId, String name, byte[] file, String author) {
        plans.require(chamberId);
        requireRoom(file.length, author);
        LogFile read = opened(() -> LogFile.of(file));
        long rows = Math.round(file.length / usual(read.first(read.delimiter())));
        UUID id = UUID.randomUUID();
        transactions.executeWithoutResult(status -> {
            sql.sql("insert into log_import (id, chamber_id, name, bytes, rows_about, charset, state, made_us, author) values (?, ?, ?, ?, ?, ?, 'ASKED', ?, ?)").param(id)
                    .param(chamberId)
                    .param(name).param(file.length).param(rows).param(read.kind()).param(Moments.nowUs(clock)).param(author).update();
            for (int part = 0; part * PART < file.length; part++) {
                sql.sql("insert into log_import_part (import_id, part, content) values (?, ?, ?)").param(id).param(part)
                        .param(Arrays.copyOfRange(file, part * PART, Math.min(file.length, (part + 1) * PART))).update();
            }
        });
        return view(require(chamberId, id));
    }

    /** Files that wait to be gone through stand in the record whole: a site, and a person at it, may have only so much of them there. */
    private void requireRoom(long bytes, String author) {
        List<UUID> chambers = List.copyOf(plans.names().keySet());
        record Waiting(long bytes, boolean theirs) {
        }
        List<Waiting> waiting = sql.sql("select bytes, author = :author from log_import where state <> 'DONE' and chamber_id in (:chambers)").param("author", author)
                .param("chambers", chambers).query((row, i) -> new Waiting(row.getLong(1), row.getBoolean(2))).list();
        long all = bytes + waiting.stream().mapToLong(Waiting::bytes).sum();
        long theirs = bytes + waiting.stream().filter(Waiting::theirs).mapToLong(Waiting::bytes).sum();
        if (all > SITE_BYTES || theirs > PERSON_BYTES || waiting.size() >= SITE_FILES) {
            throw new RefusedValueException("file", bytes + " bytes", "must wait: " + waiting.size() + " files of " + (all - bytes) / 1024 / 1024
                    + " MB are here that nobody has imported yet; import or remove them first");
        }
    }

    /** Looks into a file; few at once, for each may fill the memory. */
    private <T> T opened(Supplier<T> work) {
        boolean taken = false;
        try {
            taken = looks.tryAcquire(LOOK_PATIENCE.toMillis(), TimeUnit.MILLISECONDS);
            if (!taken) {
                throw new NotDoneException(true, "Other files are being looked into. Try again in a moment.");
            }
            return work.get();
        } catch (InterruptedException stopped) {
            Thread.currentThread().interrupt();
            throw new NotDoneException(true, "The server is stopping.");
        } finally {
            if (taken) {
                looks.release();
            }
        }
    }

    /** Files of a chamber, the newest first; what is in them is told of one alone. */
    List<ImportView> all(UUID chamberId) {
        plans.require(chamberId);
        return kept("chamber_id = ? order by made_us desc limit 50", chamberId).stream().map(each -> view(each, null, null, null, false, List.of())).toList();
    }

    ImportView one(UUID chamberId, UUID id) {
        plans.require(chamberId);
        return view(require(chamberId, id));
    }

    /** Goes on with one, or begins it: by a plan, or by the one it was begun with. */
    ImportView run(UUID chamberId, UUID id, ImportPlan asked, String author) {
        plans.require(chamberId);
        Kept kept = require(chamberId, id);
        if (kept.state == ImportState.DONE || isRunning(kept)) {
            throw new ConflictException("This file is " + (kept.state == ImportState.DONE ? "taken in already." : "being taken in."), view(kept));
        }
        // What it was begun with stays: rows that are readings already would else be counted as something else, and its new series be made twice.
        ImportPlan checked = kept.plan == null ? check(chamberId, asked) : kept.plan;
        Look look = kept.plan == null ? look(kept) : null;
        if (look != null && !look.view.unlike().isEmpty() && !Boolean.TRUE.equals(asked.sure())) {
            throw new RefusedValueException("sure", asked.sure(), "must be true: this file is unlikely to be of this chamber");
        }
        int claimed = sql.sql("update log_import set state = 'RUNNING', trouble = null, beat_us = ? where id = ? and state = ? and beat_us = ?").param(Moments.nowUs(clock))
                .param(id)
                .param(kept.state.name()).param(kept.beatUs).update();
        if (claimed == 0) {
            throw new ConflictException("Somebody else began with this file just now.", view(require(chamberId, id)));
        }
        if (kept.plan == null) {
            sql.sql("update log_import set plan = ?, looks = ? where id = ?").param(JSON.writeValueAsString(with(chamberId, checked, author))).param(look.looks).param(id).update();
        }
        audit.write(Done.in(chamberId, What.ADDED, "log file", id, kept.name, kept.bytes + " bytes", List.of()));
        UUID site = plans.siteOf(chamberId);
        worker.execute(() -> work(site, chamberId, id));
        return view(require(chamberId, id));
    }

    /** Stops one after the rows it is at. */
    ImportView stop(UUID chamberId, UUID id) {
        plans.require(chamberId);
        require(chamberId, id);
        sql.sql("update log_import set state = 'STOPPED' where id = ? and state = 'RUNNING'").param(id).update();
        return view(require(chamberId, id));
    }

    /** Forgets files that nobody has said anything of for a month. */
    @Scheduled(cron = "0 40 4 * * *")
    @SchedulerLock(name = "imports-forgotten", lockAtMostFor = "PT10M")
    void forget() {
        long before = Moments.micros(clock.instant().minus(WAITS));
        transactions.executeWithoutResult(status -> {
            sql.sql("delete from log_import_part where import_id in (select id from log_import where state = 'ASKED' and made_us < ?)").param(before).update();
            sql.sql("delete from log_import where state = 'ASKED' and made_us < ?").param(before).update();
        });
    }

    /** Forgets one; what of it are readings already stays. */
    void remove(UUID chamberId, UUID id) {
        plans.require(chamberId);
        Kept kept = require(chamberId, id);
        if (isRunning(kept)) {
            throw new ConflictException("This file is being taken in. Stop it first.", view(kept));
        }
        transactions.executeWithoutResult(status -> {
            sql.sql("delete from log_import_part where import_id = ?").param(id).update();
            sql.sql("delete from log_import where id = ?").param(id).update();
        });
    }

    /** Whether somebody works on it: a server that was killed says so no longer. */
    private boolean isRunning(Kept kept) {
        return kept.state == ImportState.RUNNING && Moments.micros(kept.beatUs).isAfter(clock.instant().minus(ALIVE));
    }

    private ImportPlan check(UUID chamberId, ImportPlan plan) {
        if (plan == null) {
            throw new RefusedValueException("plan", null, "must be given: what is in the file");
        }
        plan.shape();
        try {
            ZoneId.of(plan.zone());
        } catch (DateTimeException none) {
            throw new RefusedValueException("zone", plan.zone(), "must be a time zone by its place, like Europe/London");
        }
        Set<String> used = new HashSet<>();
        for (int i = 0; i < plan.columns().size(); i++) {
            ColumnPlan column = plan.columns().get(i);
            if ((column.name() == null) == (column.seriesId() == null)) {
                throw new RefusedValueException("columns[" + i + "].name", column.name(), "must be given for a new series, or seriesId for one that is there, but not both");
            }
            if (column.seriesId() != null) {
                Series one = series.find(UUID.fromString(column.seriesId())).filter(each -> each.chamberId().equals(chamberId) && !each.retired()).orElse(null);
                if (one == null || one.unit().kept() != column.unit().kept()) {
                    throw new RefusedValueException("columns[" + i + "].seriesId", column.seriesId(), "must be a series of this chamber that measures the same");
                }
                if (!used.add(column.seriesId())) {
                    throw new RefusedValueException("columns[" + i + "].seriesId", column.seriesId(), "must be another for each column");
                }
            }
        }
        return plan;
    }

    /** The plan with its new series made. */
    private ImportPlan with(UUID chamberId, ImportPlan plan, String author) {
        List<ColumnPlan> columns = new ArrayList<>();
        for (ColumnPlan each : plan.columns()) {
            UUID id = each.seriesId() != null ? UUID.fromString(each.seriesId())
                    : series.add(UUID.randomUUID(), chamberId, new SeriesRequest(each.name(), each.unit().measured(), each.unit().name(), null, null, null, null), author);
            columns.add(new ColumnPlan(each.column(), each.unit(), null, id.toString()));
        }
        return new ImportPlan(plan.partedBy(), plan.decimalComma(), plan.headerRows(), plan.timeColumns(), plan.dateOrder(), plan.zone(), columns, null);
    }

    private void work(UUID site, UUID chamberId, UUID id) {
        try (Here.Visit visit = Here.visit(site)) {
            Kept kept = require(chamberId, id);
            // Asked for twice, or stopped before its turn came: whoever came first has done it.
            if (kept.state == ImportState.RUNNING) {
                rows(kept);
            }
        } catch (RuntimeException failed) {
            LOG.warn("a file could not be taken in", failed);
            sql.sql("update log_import set state = 'FAILED', trouble = ? where id = ? and state = 'RUNNING'")
                    .param("The server could not go on with it. What is taken in stays; go on with it in a while.").param(id).update();
        }
    }

    private void rows(Kept kept) {
        LogShape shape = kept.plan.shape();
        RowReader reader = new RowReader(shape, ZoneId.of(kept.plan.zone()));
        List<Series> into = kept.plan.columns().stream().map(each -> series.require(UUID.fromString(each.seriesId()))).toList();
        Iterator<LogFile.Row> rows = LogFile.of(file(kept.id)).rows(shape.delimiter());
        ImportRows from = new ImportRows(rows, reader, shape, into, kept.nextRow, clock);
        Progress progress = new Progress(kept);
        CompletableFuture<ImportRows.Group> coming = CompletableFuture.supplyAsync(from::next, reading);
        boolean goOn = true;
        while (goOn) {
            ImportRows.Group group = coming.join();
            if (!group.last) {
                coming = CompletableFuture.supplyAsync(from::next, reading);
            }
            goOn = progress.write(group);
        }
        // What was read ahead of a stop is not written.
        coming.join();
    }

    /** How far a file is. */
    private final class Progress {
        private final UUID id;
        private final List<BadLineView> badLines;
        private long stored;
        private long known;
        private long bad;
        private Long firstUs;
        private Long lastUs;
        private boolean optimistic = true;

        Progress(Kept kept) {
            id = kept.id;
            badLines = new ArrayList<>(kept.badLines);
            stored = kept.stored;
            known = kept.known;
            bad = kept.bad;
            firstUs = kept.firstUs;
            lastUs = kept.lastUs;
        }

        private void bad(BadLineView line) {
            if (badLines.size() < ImportRows.BAD_LINES) {
                badLines.add(line);
            }
        }

        /** Whether to go on. */
        boolean write(ImportRows.Group group) {
            bad += group.bad;
            group.badLines.forEach(this::bad);
            int before = badLines.size();
            long badBefore = bad;
            store.write(group.arriving, optimistic, connection -> {
                // Tried again, it begins again.
                while (badLines.size() > before) {
                    badLines.remove(badLines.size() - 1);
                }
                bad = badBefore;
                long newHere = 0;
                long knownHere = 0;
                for (int i = 0; i < group.arriving.size(); i++) {
                    Arriving each = group.arriving.get(i);
                    if (each.reason() != null) {
                        bad++;
                        bad(ImportRows.badLine(group.lines.get(i), each.reason().name(), ""));
                    } else if (each.known()) {
                        knownHere++;
                    } else {
                        newHere++;
                    }
                    if (each.reason() == null) {
                        firstUs = firstUs == null ? each.atMicros() : Math.min(firstUs, each.atMicros());
                        lastUs = lastUs == null ? each.atMicros() : Math.max(lastUs, each.atMicros());
                    }
                }
                try (PreparedStatement update = connection.prepareStatement("update log_import set next_row = ?, stored = ?, known = ?, bad = ?, bad_lines = ?, first_us = ?,"
                        + " last_us = ?, beat_us = ?, state = case when state = 'RUNNING' then ? else state end where id = ?")) {
                    update.setLong(1, group.nextRow);
                    update.setLong(2, stored + newHere);
                    update.setLong(3, known + knownHere);
                    update.setLong(4, bad);
                    update.setString(5, JSON.writeValueAsString(badLines));
                    update.setObject(6, firstUs);
                    update.setObject(7, lastUs);
                    update.setLong(8, Moments.nowUs(clock));
                    update.setString(9, group.last ? ImportState.DONE.name() : ImportState.RUNNING.name());
                    update.setString(10, id.toString());
                    update.executeUpdate();
                }
            });
            stored += group.arriving.stream().filter(each -> each.reason() == null && !each.known()).count();
            long knownNow = group.arriving.stream().filter(Arriving::known).count();
            known += knownNow;
            optimistic = knownNow == 0;
            if (group.last) {
                sql.sql("delete from log_import_part where import_id = ? and exists (select 1 from log_import where id = ? and state = 'DONE')").param(id).param(id).update();
                return false;
            }
            if (stopping) {
                sql.sql("update log_import set state = 'STOPPED' where id = ? and state = 'RUNNING'").param(id).update();
                return false;
            }
            return sql.sql("select state from log_import where id = ?").param(id).query(String.class).single().equals(ImportState.RUNNING.name());
        }
    }

    private byte[] file(UUID id) {
        List<byte[]> parts = sql.sql("select content from log_import_part where import_id = ? order by part").param(id).query((row, i) -> row.getBytes(1)).list();
        byte[] file = new byte[parts.stream().mapToInt(each -> each.length).sum()];
        int at = 0;
        for (byte[] part : parts) {
            System.arraycopy(part, 0, file, at, part.length);
            at += part.length;
        }
        return file;
    }

    private Kept require(UUID chamberId, UUID id) {
        return kept("id = ? and chamber_id = ?", id, chamberId).stream().findFirst().orElseThrow(() -> new NotFoundException("There is no file " + id + " in this chamber."));
    }

    private List<Kept> kept(String where, Object... values) {
        return sql.sql(
                "select id, chamber_id, name, bytes, rows_about, charset, state, plan, next_row, stored, known, bad, bad_lines, first_us, last_us, trouble, beat_us, made_us, author"
                        + " from log_import where " + where)
                .params(values)
                .query((row, i) -> new Kept(row.getObject(1, UUID.class), row.getObject(2, UUID.class), row.getString(3), row.getLong(4), row.getLong(5), row.getString(6),
                        ImportState.valueOf(row.getString(7)), row.getString(8) == null ? null : JSON.readValue(row.getString(8), ImportPlan.class), row.getLong(9),
                        row.getLong(10),
                        row.getLong(11), row.getLong(12), row.getString(13) == null ? List.of() : JSON.readValue(row.getString(13), new TypeReference<List<BadLineView>>() {
                        }), row.getObject(14, Long.class), row.getObject(15, Long.class), row.getString(16), row.getLong(17), row.getLong(18), row.getString(19)))
                .list();
    }

    private ImportView view(Kept kept) {
        // Whoever looks how far it is looks every second: the file itself is not read for that.
        if (kept.state == ImportState.DONE || isRunning(kept)) {
            return view(kept, null, null, null, false, List.of());
        }
        return look(kept).view;
    }

    /** A file that was looked into. */
    private record Look(ImportView view, String looks) {
    }

    private Look look(Kept kept) {
        return opened(() -> lookInto(kept));
    }

    private Look lookInto(Kept kept) {
        LogFile file = LogFile.of(file(kept.id));
        char delimiter = kept.plan == null ? file.delimiter() : kept.plan.partedBy().sign();
        List<List<String>> cells = file.first(delimiter);
        ShapeGuess guess = ShapeGuess.of(cells, file.isParted() ? 0 : delimiter);
        String looks = Likeness.looks(cells, guess);
        Optional<ImportPlan> before = kept.plan == null && guess.shape().isPresent() ? likeness.before(kept.chamberId, looks) : Optional.empty();
        ImportPlan proposed = before.orElseGet(() -> guess.shape().map(this::plan).orElse(null));
        List<UnlikeView> unlike = proposed == null || kept.plan != null ? List.of() : likeness.unlike(kept.chamberId, cells, proposed);
        return new Look(view(kept, guess, cells, proposed, before.isPresent(), unlike), looks);
    }

    private ImportView view(Kept kept, ShapeGuess guess, List<List<String>> cells, ImportPlan proposed, boolean remembered, List<UnlikeView> unlike) {
        List<List<String>> first = cells == null ? List.of()
                : cells.stream().limit(SHOWN)
                        .map(row -> row.stream().limit(LogShape.MOST_COLUMNS).map(cell -> cell.substring(0, Math.min(cell.length(), ImportRows.LONGEST_CELL))).toList())
                        .toList();
        return new ImportView(kept.id.toString(), kept.name, kept.bytes, kept.charset,
                kept.state == ImportState.RUNNING && !isRunning(kept) ? ImportState.STOPPED : kept.state, proposed, remembered, unlike,
                guess == null ? List.of() : guess.reasons().stream().map(each -> new ReasonView(each.why(), each.example())).toList(), guess == null ? List.of() : guess.doubts(),
                first,
                kept.plan, Math.max(kept.rows, kept.nextRow), kept.nextRow, kept.stored, kept.known, kept.bad, kept.badLines,
                kept.firstUs == null ? null : Moments.micros(kept.firstUs),
                kept.lastUs == null ? null : Moments.micros(kept.lastUs), kept.trouble, Moments.micros(kept.madeUs), kept.author);
    }

    /** Bytes of a row, about: that is how far it is told before all is read. */
    private static double usual(List<List<String>> cells) {
        return Math.max(1, cells.stream().skip(cells.size() / 2).mapToInt(row -> row.stream().mapToInt(cell -> cell.length() + 1).sum()).average().orElse(1));
    }

    private ImportPlan plan(LogShape shape) {
        Set<String> names = new HashSet<>();
        List<ColumnPlan> columns = new ArrayList<>();
        for (ValueColumn each : shape.values()) {
            String name = each.name().isEmpty()
                    ? each.unit().measured().name().charAt(0) + each.unit().measured().name().substring(1).toLowerCase(java.util.Locale.ROOT).replace('_', ' ')
                    : each.name();
            String cut = name.substring(0, Math.min(name.length(), 70));
            String own = Stream.iterate(1, i -> i + 1).map(i -> i == 1 ? cut : cut + " " + i).filter(names::add).findFirst().orElseThrow();
            columns.add(new ColumnPlan(each.column(), each.unit(), own, null));
        }
        return new ImportPlan(Parted.by(shape.delimiter()), shape.decimalComma(), shape.headerRows(), shape.timeColumns(), shape.dateOrder(),
                sites.zone().getId(), columns, null);
    }

    @Override
    public void destroy() {
        stopping = true;
        worker.shutdown();
        try {
            if (!worker.awaitTermination(FINISH.toSeconds(), TimeUnit.SECONDS)) {
                LOG.warn("a file is still being taken in; whoever starts next can go on with it");
            }
        } catch (InterruptedException stopped) {
            Thread.currentThread().interrupt();
        } finally {
            reading.shutdownNow();
        }
    }
}
