/**
 * When somebody must be told. A {@link kilnward.core.alarm.Condition} says when something is wrong, from readings alone; an {@link kilnward.core.alarm.AlarmCourse} makes
 * of it the states an alarm goes through with what people do, after ANSI/ISA-18.2 and IEC 62682. Time is an argument everywhere: what is rehearsed, what is replayed and what
 * runs is one rule.
 */
package kilnward.core.alarm;
