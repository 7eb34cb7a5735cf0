/**
 * The judgements: each looks at a {@link kilnward.core.judgement.situation.Situation} and gives the findings it has to make. A new one
 * is a class here and its line in {@link kilnward.core.judgement.Judgements}; what causes what stands in
 * {@link kilnward.core.judgement.Causes}.
 */
package kilnward.core.judgement;
