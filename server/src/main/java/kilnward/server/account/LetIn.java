package kilnward.server.account;

import java.time.Clock;
import javax.sql.DataSource;
import kilnward.server.account.Accounts.Account;
import kilnward.server.audit.Audit;
import kilnward.server.wire.problem.NotFoundException;
import org.springframework.jdbc.core.simple.JdbcClient;
import tools.jackson.databind.json.JsonMapper;

/** On the server's own console: whoever can run programs there may let anybody in again. */
public final class LetIn {
    private LetIn() {
    }

    /**
     * Makes somebody run the whole installation.
     *
     * @throws NotFoundException where nobody is called so
     */
    public static void operator(DataSource database, String nameOrEmail, Clock clock) {
        Accounts accounts = new Accounts(JdbcClient.create(database), new Audit(database, JsonMapper.shared(), clock), clock);
        accounts.makeOperator(accounts.called(nameOrEmail).orElseThrow(() -> new NotFoundException("Nobody here is called " + nameOrEmail + ".")).id(), "the server's console");
    }

    /**
     * What stands behind {@code /join#} in a link by which somebody sets a new password.
     *
     * @throws NotFoundException where nobody is called so
     */
    public static String again(DataSource database, String nameOrEmail, Clock clock) {
        JdbcClient sql = JdbcClient.create(database);
        Audit audit = new Audit(database, JsonMapper.shared(), clock);
        Account account = new Accounts(sql, audit, clock).called(nameOrEmail).orElseThrow(() -> new NotFoundException("Nobody here is called " + nameOrEmail + "."));
        return new Links(sql, audit, clock).recover(account.id(), "the server's console").secret();
    }
}
