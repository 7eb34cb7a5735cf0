/**
 * The electrical load of outlets: watts and amps against the rating of the contact and of the circuit, inrush, contact life.
 *
 * <p>A planner's arithmetic: local codes and a qualified electrician decide. Mains near water or damp needs residual-current
 * protection.
 */
package kilnward.core.load;
