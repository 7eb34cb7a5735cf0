/**
 * When somebody must be told. A {@link kilnward.core.alarm.Condition} says when something is wrong, from readings alone; an {@link kilnward.core.alarm.AlarmCourse} makes
 * of it the states an alarm goes through with what people do, after ANSI/ISA-18.2 and IEC 62682. Time is an argument everywhere: what is rehearsed, what is replayed and what
 * runs is one rule.
 *
 * <p>A {@link kilnward.core.alarm.Rule} is tried ({@link kilnward.core.alarm.RuleTrial}) over rehearsals read as instruments would tell them
 * ({@link kilnward.core.alarm.Imagined}) and over what was measured, before it is armed; {@link kilnward.core.alarm.RuleProposals} picks limits and delays by that. Once it
 * sounds, {@link kilnward.core.alarm.Likely} ranks what may be behind it and {@link kilnward.core.alarm.Forecast} tells how long there is.
 *
 * <p>A new kind of rule: a record that is a {@link kilnward.core.alarm.Condition}, a constant of {@link kilnward.core.alarm.RuleKind}, and its two answers in
 * {@link kilnward.core.alarm.Rule}, which does not compile without.
 */
package kilnward.core.alarm;
