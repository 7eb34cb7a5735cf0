/**
 * The one form in which Kiln Ward judges something: a {@link kilnward.core.finding.Finding} carries a severity, the
 * numbers it rests on, the reason and a remedy. Also the one form in which it refuses a value:
 * {@link kilnward.core.finding.RefusedValueException} names the field, what was given and what is allowed.
 *
 * <p>Sentences hold slots ({@code {stuckOnC}}) instead of numbers, so that whoever shows them can write °C or °F.
 */
package kilnward.core.finding;
