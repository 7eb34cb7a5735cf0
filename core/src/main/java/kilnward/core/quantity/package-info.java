/**
 * What can be measured, and what of it is kept in a target range: each {@link kilnward.core.quantity.Quantity} is a row with its units, digits, range and limits of attention. Nothing
 * else asks whether something is a humidity.
 */
package kilnward.core.quantity;
