/**
 * Judgements of outputs: what fights, chatters, sticks, is left in hand or overloaded.
 */
package kilnward.core.judgement.output;
