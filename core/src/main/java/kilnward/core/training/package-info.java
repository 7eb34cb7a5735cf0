/**
 * Exercises for those who learn to run a box: posed by the simulator and judged by it. An {@link kilnward.core.training.Exercise} follows from its kind, its level and its seed
 * alone, so that it can be posed again to the last digit and judged anywhere.
 */
package kilnward.core.training;
