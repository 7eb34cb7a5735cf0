package kilnward.server.site;

import java.util.UUID;
import kilnward.server.people.Here;
import org.hibernate.cfg.MultiTenancySettings;
import org.hibernate.context.spi.CurrentTenantIdentifierResolver;
import org.springframework.boot.hibernate.autoconfigure.HibernatePropertiesCustomizer;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** Keeps sites apart at the root: what says whose it is ({@code @TenantId}) is found for a thread that works for that site, and for no other. */
@Configuration
class SitesApart {
    /** Stands for the server working for itself. */
    private static final UUID ALL = new UUID(0, 0);

    @Bean
    HibernatePropertiesCustomizer apart() {
        return properties -> properties.put(MultiTenancySettings.MULTI_TENANT_IDENTIFIER_RESOLVER, new CurrentTenantIdentifierResolver<UUID>() {
            @Override
            public UUID resolveCurrentTenantIdentifier() {
                return Here.site().orElse(ALL);
            }

            @Override
            public boolean validateExistingCurrentSessions() {
                return true;
            }

            @Override
            public boolean isRoot(UUID site) {
                return ALL.equals(site);
            }
        });
    }
}
