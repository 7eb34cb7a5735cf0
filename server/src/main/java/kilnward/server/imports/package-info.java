/** Files of loggers: what they seem to be, what somebody says they are, and their rows as readings. */
package kilnward.server.imports;
