package kilnward.core.alarm;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;
import kilnward.core.alarm.AlarmCourse.Delays;
import kilnward.core.alarm.AlarmCourse.Standing;
import kilnward.core.alarm.AlarmCourse.Transition;
import kilnward.core.life.Side;
import kilnward.core.quantity.Quantity;
import org.junit.jupiter.api.Test;

/** Of several alarms with one cause people are told once, of one alarm that comes and goes a few times, and of each step before it is too late. */
class OneCauseTest {
    private static OpenAlarm alarm(RuleKind kind, Urgency urgency, Quantity measured, Side side, String series, String device) {
        return new OpenAlarm(kind, urgency, measured, Optional.ofNullable(side), series, Optional.ofNullable(device));
    }

    private static OpenAlarm high(Urgency urgency) {
        return alarm(RuleKind.HIGH, urgency, Quantity.TEMPERATURE, Side.HIGH, "eggs", "logger");
    }

    @Test
    void aQuantityThatIsOffToOneSideIsOneCause() {
        OpenAlarm near = alarm(RuleKind.HARM_NEAR, Urgency.NOW, Quantity.TEMPERATURE, Side.HIGH, "air", "other");
        assertTrue(high(Urgency.SOON).explains(near));
        assertFalse(alarm(RuleKind.LOW, Urgency.SOON, Quantity.TEMPERATURE, Side.LOW, "eggs", "logger").explains(near));
        assertFalse(alarm(RuleKind.HIGH, Urgency.SOON, Quantity.RELATIVE_HUMIDITY, Side.HIGH, "eggs", "logger").explains(near));
        OpenAlarm spent = alarm(RuleKind.NO_EFFECT, Urgency.SOON, Quantity.TEMPERATURE, Side.LOW, "eggs", "logger");
        assertTrue(high(Urgency.SOON).explains(spent), "what is off explains why an output changes nothing");
        assertFalse(alarm(RuleKind.OUT_OF_BAND, Urgency.MIND, Quantity.CARBON_DIOXIDE, Side.HIGH, "air", "logger").explains(spent));
    }

    @Test
    void aDeviceThatIsOfflineExplainsAllThatItSends() {
        OpenAlarm offline = alarm(RuleKind.SILENCE, Urgency.SOON, Quantity.TEMPERATURE, null, "eggs", "logger");
        assertTrue(offline.explains(alarm(RuleKind.BROKEN_PROBE, Urgency.SOON, Quantity.RELATIVE_HUMIDITY, null, "damp", "logger")));
        assertFalse(offline.explains(alarm(RuleKind.BROKEN_PROBE, Urgency.SOON, Quantity.RELATIVE_HUMIDITY, null, "damp", "another")));
        OpenAlarm ofNobody = alarm(RuleKind.SILENCE, Urgency.SOON, Quantity.TEMPERATURE, null, "eggs", null);
        assertFalse(ofNobody.explains(alarm(RuleKind.SILENCE, Urgency.SOON, Quantity.RELATIVE_HUMIDITY, null, "damp", null)), "two of no device have no device in common");
        OpenAlarm broken = alarm(RuleKind.BROKEN_PROBE, Urgency.SOON, Quantity.TEMPERATURE, null, "eggs", "logger");
        assertTrue(broken.explains(alarm(RuleKind.HIGH, Urgency.NOW, Quantity.TEMPERATURE, Side.HIGH, "eggs", "logger")));
        assertFalse(broken.explains(alarm(RuleKind.HIGH, Urgency.NOW, Quantity.TEMPERATURE, Side.HIGH, "air", "logger")));
        assertFalse(high(Urgency.NOW).explains(offline), "silence is told of for itself");
    }

    @Test
    void whatIsMoreUrgentThanItsCauseIsToldOfNevertheless() {
        assertTrue(OpenAlarm.isTold(Urgency.NOW, List.of(high(Urgency.SOON))));
        assertFalse(OpenAlarm.isTold(Urgency.SOON, List.of(high(Urgency.SOON), high(Urgency.MIND))));
        assertTrue(OpenAlarm.isTold(Urgency.MIND, List.of()));
    }

    @Test
    void stepsComeBeforeHarm() {
        assertEquals(600, Escalation.stepS(OptionalDouble.empty()));
        assertEquals(300, Escalation.stepS(OptionalDouble.of(60)), "nobody can be asked faster");
        assertEquals(1200, Escalation.stepS(OptionalDouble.of(3600)), "three can be asked in the hour that is left");
        assertEquals(3600, Escalation.stepS(OptionalDouble.of(86_400)));
        assertTrue(Escalation.tellsAgain(2));
        assertFalse(Escalation.tellsAgain(AlarmFigures.CHATTERS));
    }

    @Test
    void onlyWhatSomebodyDoesHasAName() {
        assertTrue(new Transition(0, AlarmState.UNACKNOWLEDGED, AlarmState.ACKNOWLEDGED).isOfAct());
        assertTrue(new Transition(0, AlarmState.RETURNED, AlarmState.NORMAL).isOfAct());
        assertTrue(new Transition(0, AlarmState.SHELVED, AlarmState.NORMAL).isOfAct());
        assertFalse(new Transition(0, AlarmState.NORMAL, AlarmState.UNACKNOWLEDGED).isOfAct());
        assertFalse(new Transition(0, AlarmState.ACKNOWLEDGED, AlarmState.NORMAL).isOfAct());
    }

    @Test
    void itIsLookedAgainWhereAnotherSeriesCanChangeIt() {
        Rule silence = Rule.of(RuleKind.SILENCE, Urgency.SOON, 300, 0, new Delays(0, 0));
        Rule broken = Rule.of(RuleKind.BROKEN_PROBE, Urgency.SOON, 300, 0, new Delays(60, 0));
        Standing fine = Standing.from(1000);
        Standing silent = new Standing(1000, true, 700, true, AlarmState.UNACKNOWLEDGED, Double.POSITIVE_INFINITY);
        Heard heard = Heard.of(List.of(new Reading(900, 37.5)));
        assertEquals(Double.POSITIVE_INFINITY, silence.lookAgainS(heard, fine));
        assertEquals(1005, silence.lookAgainS(heard, silent));
        assertEquals(1200, broken.lookAgainS(heard, fine), "nothing can be wrong with it before its last reading is too old");
        assertEquals(Double.POSITIVE_INFINITY, Rule.of(RuleKind.HIGH, Urgency.SOON, 38, 0.2, new Delays(0, 0)).lookAgainS(heard, fine));
    }

    @Test
    void nobodyIsBlamedForWhatWasNotListenedTo() {
        assertEquals(5000, Standing.from(1000).listeningSince(5000).seenToS());
        assertEquals(1000, Standing.from(1000).listeningSince(900).seenToS());
        Heard heard = Heard.of(List.of(new Reading(1000, 1)));
        assertEquals(List.of(new Reading(1000, 1), new Reading(5000, 0)), heard.listeningSince(5000).own());
        assertEquals(heard, heard.listeningSince(900));
        assertTrue(Standing.from(2000).isAhead(1000));
        assertFalse(Standing.from(1300).isAhead(1000), "a device's clock may be ahead");
    }
}
