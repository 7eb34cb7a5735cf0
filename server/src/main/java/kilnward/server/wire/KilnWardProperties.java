package kilnward.server.wire;

import org.springframework.boot.context.properties.ConfigurationProperties;

/**
 * Settings of the server itself.
 *
 * @param demo whether it plays the demo: Osier End is loaded once and visitors pick a role instead of signing in
 */
@ConfigurationProperties("kilnward")
public record KilnWardProperties(boolean demo) {
}
