package kilnward.server.wire;

import java.nio.file.Path;
import java.util.List;
import org.springframework.boot.context.properties.ConfigurationProperties;
import org.springframework.boot.context.properties.bind.DefaultValue;

/**
 * Settings of the server itself.
 *
 * @param publicUrl address under which people reach these pages, without a slash at its end: what links begin with, and what passkeys are bound to
 * @param hosts    further names under which the server may be asked, beside that of the public address and those of this machine
 * @param folder   where files of the server's own stand
 * @param metricsToken what whoever collects measures has to show; empty for nobody may
 * @param perSecond how often a second one address may have something worked out, and one device send, in the long run
 * @param signInTries how often one address may try to sign in, or to use a link, before it has to wait
 * @param connectionsPerAddress how many connections one address may have open at once; not counted behind a proxy
 * @param demo     whether it plays the demo: Osier End is loaded once and visitors pick a role instead of signing in
 * @param demoDays how many days of readings the demo begins with, at most those it has
 * @param demoAlarms whether the demo's rules are armed
 * @param mqtt     the broker that hands readings on
 * @param tell     how people are told of alarms
 */
@ConfigurationProperties("kilnward")
public record KilnWardProperties(@DefaultValue("http://localhost:8490") String publicUrl, List<String> hosts, @DefaultValue(".kiln") Path folder,
        @DefaultValue("") String metricsToken, @DefaultValue("30") int perSecond, @DefaultValue("20") int signInTries, @DefaultValue("256") int connectionsPerAddress, boolean demo,
        @DefaultValue("21") int demoDays,
        @DefaultValue("false") boolean demoAlarms,
        @DefaultValue Mqtt mqtt,
        @DefaultValue Tell tell) {
    public KilnWardProperties {
        hosts = hosts == null ? List.of() : List.copyOf(hosts);
    }

    /**
     * A broker.
     *
     * @param host     where it is; null for none
     * @param clientId under which it keeps what was not handed on yet: the same for all servers, of which one at a time is connected
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
