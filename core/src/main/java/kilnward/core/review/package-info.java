/**
 * What a log says when it is looked back on. {@link kilnward.core.review.Figures} says how it was, {@link kilnward.core.review.Cycles} how it switched, from readings alone;
 * {@link kilnward.core.review.Review} says what that shows of box, controller, probe and people, each {@link kilnward.core.review.Sight} with where on the trace it is seen
 * and how sure that is.
 *
 * <p>Straight lines between readings, and nothing known where two are too far apart. Nothing is ever taken out of a log: what cannot be true is marked.
 *
 * <p>Something new to see: a constant of {@link kilnward.core.review.Sign} and the looking of it in {@link kilnward.core.review.Review}, which does not compile without it.
 */
package kilnward.core.review;
