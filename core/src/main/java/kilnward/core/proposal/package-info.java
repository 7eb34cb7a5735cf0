/**
 * What is said of a setup and what is offered for it. {@link kilnward.core.proposal.Assessment} is the way in: it takes a setup,
 * rehearses it, builds the ladder and has it judged. {@link kilnward.core.proposal.Proof} tries each remedy by rehearsal before it
 * is offered; {@link kilnward.core.proposal.Suggestion} searches for keys that keep what lives there.
 */
package kilnward.core.proposal;
