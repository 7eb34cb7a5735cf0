package kilnward.server.backup;

import org.springframework.beans.factory.annotation.Value;
import org.springframework.stereotype.Component;

/** How the whole database is reached: as its owner where one is named beside the user that the server works as. */
@Component
class Access {
    private final Dump dump;

    Access(@Value("${spring.datasource.url}") String url, @Value("${spring.datasource.username}") String user, @Value("${spring.datasource.password:}") String password,
            @Value("${spring.flyway.user:}") String owner, @Value("${spring.flyway.password:}") String ownerPassword) {
        this.dump = owner.isEmpty() ? new Dump(url, user, password) : new Dump(url, owner, ownerPassword);
    }

    Dump dump() {
        return dump;
    }
}
