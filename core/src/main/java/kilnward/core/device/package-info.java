/**
 * The user's controller as its own parameter table: the {@link kilnward.core.device.Profile} of the device, its values as
 * {@link kilnward.core.device.Settings}, what each {@link kilnward.core.device.Parameter} means under each school
 * ({@link kilnward.core.device.LawKeys}), {@link kilnward.core.device.Translation} between keys and behaviour, reading back, and
 * learning a style from what was seen.
 */
package kilnward.core.device;
