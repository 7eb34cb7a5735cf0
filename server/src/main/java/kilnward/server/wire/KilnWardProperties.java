package kilnward.server.wire;

import org.springframework.boot.context.properties.ConfigurationProperties;
import org.springframework.boot.context.properties.bind.DefaultValue;

/**
 * Settings of the server itself.
 *
 * @param demo     whether it plays the demo: Osier End is loaded once and visitors pick a role instead of signing in
 * @param demoDays how many days of readings the demo begins with, at most those it has
 * @param demoAlarms whether the demo's rules are armed
 * @param mqtt     the broker that hands readings on
 * @param tell     how people are told of alarms
 */
@ConfigurationProperties("kilnward")
public record KilnWardProperties(boolean demo, @DefaultValue("21") int demoDays, @DefaultValue("false") boolean demoAlarms, @DefaultValue Mqtt mqtt, @DefaultValue Tell tell) {
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

    /**
     * Telling people; the mail server itself stands under {@code spring.mail}.
     *
     * @param mailFrom         whom mails come from
     * @param privateAddresses whether web hooks may be called inside the private net
     * @param heartbeat        outside address for signs of life; empty for none
     * @param heartbeatEvery   time between two of them
     * @param link             address under which people reach these pages, for links in messages; empty for none
     */
    public record Tell(@DefaultValue("kiln-ward@localhost") String mailFrom, @DefaultValue("false") boolean privateAddresses, @DefaultValue("") String heartbeat,
            @DefaultValue("PT1M") java.time.Duration heartbeatEvery, @DefaultValue("") String link) {
    }
}
