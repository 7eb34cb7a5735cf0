package kilnward.server.account;

import java.util.Map;
import java.util.UUID;
import java.util.concurrent.ConcurrentHashMap;
import kilnward.server.people.Role;
import kilnward.server.running.ApiClient;
import kilnward.server.running.RunningServer;
import kilnward.server.site.Sites;

/** People with accounts at a running server, made without going through links. */
public final class Household {
    /** Everybody's password here. */
    public static final String PASSWORD = "eels sleep under the third weir";
    private static final Map<RunningServer.Running, Map<String, ApiClient>> KNOWN = new ConcurrentHashMap<>();

    private Household() {
    }

    /** A new site. */
    public static UUID site(RunningServer.Running server, String name) {
        return server.bean(Sites.class).add(name, "Europe/London", 20).id();
    }

    /** Somebody of a site, signed in. */
    public static ApiClient member(RunningServer.Running server, UUID site, Role level, String name) {
        return KNOWN.computeIfAbsent(server, fresh -> new ConcurrentHashMap<>()).computeIfAbsent(name, fresh -> {
            Accounts accounts = server.bean(Accounts.class);
            UUID id = accounts.called(name).map(Accounts.Account::id)
                    .orElseGet(() -> accounts.add(UUID.randomUUID(), name, null, server.bean(Passwords.class).encode(PASSWORD)).id());
            if (site != null) {
                accounts.join(id, site, level, id);
            }
            return ApiClient.signedIn(server, name, PASSWORD);
        });
    }
}
