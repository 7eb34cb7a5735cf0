/**
 * From what the occupant needs to what is keyed in, and back: the user's controller as a
 * {@link kilnward.core.settings.Profile}, its values as {@link kilnward.core.settings.Settings},
 * {@link kilnward.core.settings.Translation} between keys and behaviour, the {@link kilnward.core.settings.Ladder} that puts
 * machine and occupant on one axis, and the judgements ({@code settings.judgement}).
 *
 * <p>{@link kilnward.core.settings.Assessment} is the way in: it takes a setup, rehearses it, builds the ladder and judges.
 */
package kilnward.core.settings;
