package kilnward.server.account;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import kilnward.server.wire.KilnWardProperties;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.boot.ApplicationArguments;
import org.springframework.boot.ApplicationRunner;
import org.springframework.boot.autoconfigure.condition.ConditionalOnProperty;
import org.springframework.stereotype.Component;

/** As long as nobody has an account, every start makes the link by which somebody becomes the owner. It is written where only who runs the server can read it, and into no log. */
@Component
@ConditionalOnProperty(name = "kilnward.demo", havingValue = "false", matchIfMissing = true)
class FirstOwner implements ApplicationRunner {
    static final String FILE = "first-owner-link";
    private static final Logger LOG = LoggerFactory.getLogger(FirstOwner.class);
    private final Accounts accounts;
    private final Links links;
    private final KilnWardProperties properties;

    FirstOwner(Accounts accounts, Links links, KilnWardProperties properties) {
        this.accounts = accounts;
        this.links = links;
        this.properties = properties;
    }

    @Override
    public void run(ApplicationArguments arguments) {
        Path file = properties.folder().resolve(FILE);
        try {
            Files.deleteIfExists(file);
            if (accounts.isEmpty()) {
                Files.createDirectories(properties.folder());
                Files.createFile(file, PosixFilePermissions.asFileAttribute(PosixFilePermissions.fromString("rw-------")));
                Files.writeString(file, properties.publicUrl() + "/join#" + links.first().secret() + "\n");
                LOG.info("nobody has an account yet; the link that makes the owner stands in {}", file.toAbsolutePath());
            }
        } catch (IOException failed) {
            throw new UncheckedIOException("the link that makes the owner could not be written", failed);
        }
    }
}
