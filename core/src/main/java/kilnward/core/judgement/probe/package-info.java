/**
 * Judgements of where probes hang and what misleads them.
 */
package kilnward.core.judgement.probe;
