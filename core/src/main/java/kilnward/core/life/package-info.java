/**
 * Occupants: what lives in a chamber, what it needs stage by stage ({@link kilnward.core.life.Guide}), the band to be kept
 * at the occupant, and how long which level can be borne ({@link kilnward.core.life.DangerLimit}).
 *
 * <p>Harm limits are judgements, not promises: they ship as editable defaults, each with its source grade.
 */
package kilnward.core.life;
