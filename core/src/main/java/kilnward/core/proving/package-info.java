/**
 * Whether a box is fit before anything living goes in. Readings of a real run, empty or loaded, are reduced to what can be told of a saw-tooth
 * ({@link kilnward.core.proving.Features}), and so is the rehearsal of the same hours; {@link kilnward.core.proving.ProvingRun} compares them, and looks among what is
 * usually wrong with a box for what would make the rehearsal do what was measured.
 */
package kilnward.core.proving;
