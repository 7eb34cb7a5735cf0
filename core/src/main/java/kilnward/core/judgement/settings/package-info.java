/**
 * Judgements of the values on the device: set elsewhere, mistaken, too coarse.
 */
package kilnward.core.judgement.settings;
