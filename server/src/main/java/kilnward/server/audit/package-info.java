/** The record of who changed what: written with each change, sealed in a chain of hashes, shown, and verified. */
package kilnward.server.audit;
