package kilnward.server.alarm;

import java.time.Instant;
import java.util.Collection;
import java.util.HashMap;
import java.util.Map;
import java.util.UUID;
import kilnward.core.alarm.AlarmState;
import kilnward.server.rule.RuleStates;
import kilnward.server.store.Moments;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** How rules stand, one row a rule; {@link AlarmRecord} moves it on. */
@Component
class KeptRuleStates implements RuleStates {
    private final JdbcClient sql;

    KeptRuleStates(JdbcClient sql) {
        this.sql = sql;
    }

    @Override
    public void begin(UUID rule, int series, Instant now) {
        sql.sql("insert into alarm_standing (rule_id, series, seen_us, is_so, since_us, counts, state, read_us) values (?, ?, ?, false, ?, false, 'NORMAL', 0)").param(rule)
                .param(series).param(Moments.micros(now)).param(Moments.micros(now)).update();
    }

    @Override
    public void lookAgain(UUID rule) {
        sql.sql("update alarm_standing set next_us = 0 where rule_id = ?").param(rule).update();
    }

    @Override
    public Map<UUID, AlarmState> of(Collection<UUID> rules) {
        Map<UUID, AlarmState> states = new HashMap<>();
        if (!rules.isEmpty()) {
            sql.sql("select rule_id, state from alarm_standing where rule_id in (:rules)").param("rules", rules)
                    .query((row, i) -> states.put(row.getObject("rule_id", UUID.class), AlarmState.valueOf(row.getString("state")))).list();
        }
        return states;
    }
}
