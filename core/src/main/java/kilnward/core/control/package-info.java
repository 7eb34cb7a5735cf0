/**
 * What a controller does: the style that turns keys into switching points, the law that decides from the display, the timers
 * that hold it back, the mode of each output.
 *
 * <p>A {@link kilnward.core.control.Law} is immutable; {@link kilnward.core.control.Law#start()} gives the mutable state of
 * one run. Laws compare values <em>as displayed</em>, in the controller's own unit.
 */
package kilnward.core.control;
