/**
 * Judgements of what the occupant gets: temperature, humidity, carbon dioxide, and whether the box can hold them.
 */
package kilnward.core.judgement.climate;
