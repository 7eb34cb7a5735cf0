/**
 * Checks of displays against references. {@code CheckRecord} reads the record and works out what it says, {@code CheckService} adds to
 * it, {@code CheckCsv} and {@code CheckPdf} carry it elsewhere.
 */
package kilnward.server.check;
