/**
 * What is keyed into controllers: immutable revisions, what was read back, the card; and chambers as the browser opens them, plan and
 * settings together.
 */
package kilnward.server.settings;
