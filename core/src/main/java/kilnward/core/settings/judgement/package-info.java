/**
 * The judgements: each looks at a {@link kilnward.core.settings.Situation} and gives the findings it has to make. A new one
 * is a class here and its line in {@link kilnward.core.settings.judgement.Judgements}.
 */
package kilnward.core.settings.judgement;
