/** Where readings come in: over HTTP as JSON or CSV, over MQTT; what is held back, and who lets it in. */
package kilnward.server.ingest;
