/**
 * What a box is made of: walls as {@link kilnward.core.chamber.body.Layer layers} of {@link kilnward.core.chamber.body.Material materials} with
 * {@link kilnward.core.chamber.body.Opening openings}, the still air along them ({@link kilnward.core.chamber.body.Film}), and a tank's water. What conducts
 * how much is asked of {@link kilnward.core.chamber.body.Box}.
 */
package kilnward.core.chamber.body;
