/**
 * Judgements of alarms and of what backs up: whether they sound, in time, and not for nothing.
 */
package kilnward.core.judgement.alarm;
