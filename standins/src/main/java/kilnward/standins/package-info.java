/**
 * Plays the devices and services outside Kiln Ward: simulated boxes behind their own controllers and probes, which send as devices send, with all that goes wrong on
 * the way; a broker; a mail server and a receiver of web hooks that show what was sent. It knows Kiln Ward by its address only, as a real device would.
 */
package kilnward.standins;
