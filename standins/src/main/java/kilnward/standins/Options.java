package kilnward.standins;

import java.net.URI;
import java.util.HashMap;
import java.util.Map;

/**
 * How the stand-ins are started.
 *
 * @param server         where Kiln Ward answers
 * @param pagePort       their own page, and web hooks
 * @param mqttPort       their broker
 * @param mailPort       their mail server
 * @param brokerPassword with which Kiln Ward itself comes to the broker
 */
record Options(URI server, int pagePort, int mqttPort, int mailPort, String brokerPassword) {
    static Options of(String[] arguments) {
        Map<String, String> given = new HashMap<>();
        for (int i = 0; i + 1 < arguments.length; i += 2) {
            given.put(arguments[i], arguments[i + 1]);
        }
        String password = System.getenv("KILNWARD_MQTT_PASSWORD");
        return new Options(URI.create(given.getOrDefault("--server", "http://127.0.0.1:8490")), port(given, "--page-port", 8492), port(given, "--mqtt-port", 8493),
                port(given, "--mail-port", 8494), password == null ? "" : password);
    }

    private static int port(Map<String, String> given, String name, int usual) {
        int port = Integer.parseInt(given.getOrDefault(name, Integer.toString(usual)));
        if (port < 0 || port > 65_535) {
            throw new IllegalArgumentException(name + " must be from 0 to 65535, not " + port);
        }
        return port;
    }
}
