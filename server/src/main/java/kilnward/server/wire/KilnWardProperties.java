package kilnward.server.wire;

import org.springframework.boot.context.properties.ConfigurationProperties;
import org.springframework.boot.context.properties.bind.DefaultValue;

/**
 * Settings of the server itself.
 *
 * @param demo     whether it plays the demo: Osier End is loaded once and visitors pick a role instead of signing in
 * @param demoDays how many days of readings the demo begins with, at most those it has
 * @param mqtt     the broker that hands readings on
 */
@ConfigurationProperties("kilnward")
public record KilnWardProperties(boolean demo, @DefaultValue("21") int demoDays, @DefaultValue Mqtt mqtt) {
    /**
     * A broker.
     *
     * @param host     where it is; null for none
     * @param clientId under which it keeps what was not handed on yet: another one for each server
     * @param username empty for none
     * @param tls      whether the connection is encrypted
     */
    public record Mqtt(String host, @DefaultValue("1883") int port, @DefaultValue("kilnward") String clientId, @DefaultValue("") String username,
            @DefaultValue("") String password, @DefaultValue("false") boolean tls) {
    }
}
