/**
 * The record: entities, their repositories, and the guides that ship with the server. Chambers are kept by Envers with who
 * changed what; settings are immutable revisions and are only ever added.
 */
package kilnward.server.store;
