package kilnward.server.calendar;

import java.io.IOException;
import java.io.StringWriter;
import java.io.UncheckedIOException;
import java.time.Duration;
import java.time.ZoneId;
import java.time.ZonedDateTime;
import java.time.temporal.ChronoUnit;
import java.util.List;
import java.util.Locale;
import java.util.TreeSet;
import kilnward.core.plan.Task;
import kilnward.server.calendar.CalendarViews.TaskView;
import net.fortuna.ical4j.data.CalendarOutputter;
import net.fortuna.ical4j.model.Calendar;
import net.fortuna.ical4j.model.TimeZone;
import net.fortuna.ical4j.model.TimeZoneRegistry;
import net.fortuna.ical4j.model.TimeZoneRegistryFactory;
import net.fortuna.ical4j.model.component.VAlarm;
import net.fortuna.ical4j.model.component.VEvent;
import net.fortuna.ical4j.model.property.Action;
import net.fortuna.ical4j.model.property.Categories;
import net.fortuna.ical4j.model.property.Description;
import net.fortuna.ical4j.model.property.DtStamp;
import net.fortuna.ical4j.model.property.LastModified;
import net.fortuna.ical4j.model.property.Location;
import net.fortuna.ical4j.model.property.ProdId;
import net.fortuna.ical4j.model.property.RefreshInterval;
import net.fortuna.ical4j.model.property.Sequence;
import net.fortuna.ical4j.model.property.Status;
import net.fortuna.ical4j.model.property.Summary;
import net.fortuna.ical4j.model.property.Trigger;
import net.fortuna.ical4j.model.property.Uid;
import net.fortuna.ical4j.model.property.immutable.ImmutableCalScale;
import net.fortuna.ical4j.model.property.immutable.ImmutableVersion;

/** Tasks as an iCalendar (RFC 5545): the identifier of each stays however often it moves, its sequence tells which is newer, and what is called off says so. */
final class CalendarFile {
    private static final Duration LASTS = Duration.ofMinutes(30);
    private static final Duration LOOK_AGAIN = Duration.ofMinutes(30);

    static {
        // Zones come from what is shipped: nothing is fetched while a calendar is written.
        System.setProperty("net.fortuna.ical4j.timezone.update.enabled", "false");
    }

    private CalendarFile() {
    }

    /** A calendar of tasks, with what cannot wait told a quarter of an hour before; those called off are in it so that calendars that have them take them out. */
    static String of(List<TaskView> tasks) {
        Calendar calendar = new Calendar();
        calendar.add(new ProdId("-//Kiln Ward//Plan//EN"));
        calendar.add(ImmutableVersion.VERSION_2_0);
        calendar.add(ImmutableCalScale.GREGORIAN);
        calendar.add(new RefreshInterval(null, LOOK_AGAIN));
        TimeZoneRegistry zones = TimeZoneRegistryFactory.getInstance().createRegistry();
        for (String zone : new TreeSet<>(tasks.stream().map(TaskView::zone).toList())) {
            TimeZone known = zones.getTimeZone(zone);
            if (known != null) {
                calendar.add(known.getVTimeZone());
            }
        }
        tasks.forEach(each -> calendar.add(event(each, zones.getTimeZone(each.zone()) != null)));
        StringWriter text = new StringWriter();
        try {
            new CalendarOutputter(true).output(calendar, text);
        } catch (IOException failed) {
            throw new UncheckedIOException(failed);
        }
        return text.toString();
    }

    private static VEvent event(TaskView task, boolean zoned) {
        ZonedDateTime from = ZonedDateTime.of(task.due(), ZoneId.of(task.zone()));
        String summary = (task.doneAt() != null ? "Done: " : "") + title(task) + (task.chamber() == null ? "" : " – " + task.chamber());
        VEvent event = zoned ? new VEvent(from, LASTS, summary) : new VEvent(from.toInstant(), LASTS, summary);
        // The stamp is that of the task's last change: what did not change reads the same each time.
        event.removeAll("DTSTAMP");
        event.add(new DtStamp(task.changedAt().truncatedTo(ChronoUnit.SECONDS)));
        event.add(new LastModified(task.changedAt().truncatedTo(ChronoUnit.SECONDS)));
        event.add(new Uid(task.id() + "@kiln-ward"));
        event.add(new Sequence(task.sequence()));
        event.add(new Status(task.cancelled() ? "CANCELLED" : "CONFIRMED"));
        event.add(new Categories(task.toDo() ? "Task" : "Expected"));
        if (task.chamber() != null) {
            event.add(new Location(task.chamber()));
        }
        event.add(new Description(said(task)));
        if (task.cannotWait() && task.doneAt() == null && !task.cancelled()) {
            VAlarm alarm = new VAlarm();
            alarm.add(new Action("DISPLAY"));
            alarm.add(new Description(summary));
            alarm.add(new Trigger(Duration.ofMinutes(-15)));
            event.add(alarm);
        }
        return event;
    }

    private static String said(TaskView task) {
        StringBuilder said = new StringBuilder();
        if (task.batch() != null) {
            said.append(task.batch()).append(". ");
        }
        if (task.who() != null) {
            said.append("For ").append(task.who()).append(". ");
        }
        if (task.doneAt() != null) {
            said.append("Done by ").append(task.doneBy()).append(". ");
        }
        if (task.note() != null && !task.note().isEmpty()) {
            said.append(task.note());
        }
        return said.toString().strip();
    }

    /** What a task is called, in words. */
    static String title(TaskView task) {
        if (task.title() != null) {
            return task.title();
        }
        return switch (task.code()) {
            case STAGE_BEGINS -> task.stage() + " begins: change the settings";
            case TURNING_STOPS -> "Turner off";
            case LID_STAYS_SHUT -> "From here the lid stays shut";
            case FIRST_EXPECTED -> "The first may come";
            case LAST_EXPECTED -> "The last may come until now";
            case ENDS -> "Batch ends";
            case WEIGH -> "Weigh";
            case CANDLE -> "Candle";
            case MIST -> "Mist";
            case TOP_UP -> "Top up the water";
            case CHECK_TRAYS -> "Look for trays that are evenly up";
            case WATER_CHANGE -> "Change a part of the water";
            case AIR -> "Let fresh air in";
            case CALIBRATE -> "Check the display against a reference";
            case SPARE_PARTS -> "Look through the spare parts";
            case TEST_ALARMS -> "Try the alarms";
            case TEST_BACKUP -> "Restore a backup to try it";
            case SHUT_DOWN, OWN -> task.code().name().toLowerCase(Locale.ROOT);
        };
    }
}
