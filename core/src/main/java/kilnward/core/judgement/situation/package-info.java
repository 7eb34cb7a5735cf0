/**
 * What judgements look at and work with: the {@link kilnward.core.judgement.situation.Situation}, the contract of a
 * {@link kilnward.core.judgement.situation.Judgement}, numbers with units, and settings that are tried before they are offered.
 */
package kilnward.core.judgement.situation;
