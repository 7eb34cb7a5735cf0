package kilnward.server.demo;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Set;
import java.util.UUID;
import kilnward.core.alarm.RuleKind;
import kilnward.core.alarm.Urgency;
import kilnward.core.quantity.Quantity;
import kilnward.server.alarm.PastAlarms;
import kilnward.server.notification.Ways;
import kilnward.server.notification.Ways.WayRequest;
import kilnward.server.people.Here;
import kilnward.server.rule.RuleService;
import kilnward.server.rule.RuleViews.NewRule;
import kilnward.server.rule.RuleViews.ProposalView;
import kilnward.server.rule.RuleViews.RulePlan;
import kilnward.server.series.SeriesService;
import kilnward.server.series.SeriesViews.SeriesView;
import kilnward.server.wire.KilnWardProperties;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.boot.ApplicationArguments;
import org.springframework.boot.ApplicationRunner;
import org.springframework.boot.autoconfigure.condition.ConditionalOnProperty;
import org.springframework.core.annotation.Order;
import org.springframework.stereotype.Component;

/** Rules of the chambers that run at Osier End, with the alarms they raised in the weeks before, and who is told there. Armed once, after the past is there. */
@Component
@Order(3)
@ConditionalOnProperty("kilnward.demo-alarms")
class Alarmed implements ApplicationRunner {
    private static final Logger LOG = LoggerFactory.getLogger(Alarmed.class);
    private static final String LEAD = "lead";
    private static final double LOW_WATER_MM = 300;
    private static final double ACKNOWLEDGED_AFTER_S = 9 * 60;
    private static final int NIGHT_MIN = 22 * 60;
    private static final int MORNING_MIN = 6 * 60 + 30;
    /** One way to tell of what is measured twice is enough. */
    private static final Set<RuleKind> OF_PROBES = Set.of(RuleKind.HIGH, RuleKind.LOW, RuleKind.HARM_NEAR, RuleKind.OUT_OF_BAND);
    private final History history;
    private final DemoLoader loader;
    private final RuleService rules;
    private final PastAlarms past;
    private final SeriesService series;
    private final Ways ways;
    private final KilnWardProperties properties;
    private final String mailServer;
    private final Clock clock;

    Alarmed(History history, DemoLoader loader, RuleService rules, PastAlarms past, SeriesService series, Ways ways, KilnWardProperties properties,
            @Value("${spring.mail.host:}") String mailServer, Clock clock) {
        this.history = history;
        this.loader = loader;
        this.rules = rules;
        this.past = past;
        this.series = series;
        this.ways = ways;
        this.properties = properties;
        this.mailServer = mailServer;
        this.clock = clock;
    }

    @Override
    public void run(ApplicationArguments arguments) {
        Thread thread = new Thread(() -> Here.at(DemoLoader.SITE, () -> {
            all();
            return null;
        }), "alarmed");
        thread.setDaemon(true);
        thread.start();
    }

    private void all() {
        try {
            while (!history.done()) {
                Thread.sleep(200);
            }
            loader.files().stream().filter(each -> each.runs() != null).forEach(each -> arm(each.id(), each.runs().days()));
            if (ways.all().isEmpty() && !mailServer.isEmpty()) {
                ways.add(UUID.randomUUID(), new WayRequest("Lead", Ways.Kind.EMAIL, "lead@osier-end.example", Urgency.MIND, NIGHT_MIN, MORNING_MIN, 0, false, null), LEAD, false);
                ways.add(UUID.randomUUID(), new WayRequest("Owner", Ways.Kind.EMAIL, "owner@osier-end.example", Urgency.SOON, null, null, 1, true, null), LEAD, false);
            }
        } catch (InterruptedException stopped) {
            Thread.currentThread().interrupt();
        } catch (RuntimeException broken) {
            LOG.warn("rules at Osier End are not all armed: {}", broken.getMessage());
        }
        LOG.info("rules at Osier End are armed");
    }

    private void arm(UUID chamber, int days) {
        List<SeriesView> measured;
        try {
            if (!rules.all(chamber).isEmpty()) {
                return;
            }
            measured = series.all(chamber);
        } catch (kilnward.server.wire.problem.NotFoundException removed) {
            return;
        }
        Instant from = clock.instant().minus(Duration.ofDays(Math.min(days, properties.demoDays())));
        for (ProposalView each : rules.proposals(chamber).proposals()) {
            boolean display = measured.stream().anyMatch(one -> one.id().equals(each.rule().seriesId()) && one.controllerId() != null);
            // What plays the devices begins afresh with every start, which is a jump that no chamber makes.
            if (each.rule().kind() != RuleKind.RATE && (!display || !OF_PROBES.contains(each.rule().kind()))) {
                arm(chamber, from, each.rule(), true);
            }
        }
        measured.stream().filter(each -> each.quantity() == Quantity.WATER_LEVEL).forEach(each -> arm(chamber, from,
                new RulePlan(each.id(), List.of(), RuleKind.WATER_LOW, Urgency.SOON, LOW_WATER_MM, null, 2.0, null, 600.0, 0.0), false));
    }

    private void arm(UUID chamber, Instant from, RulePlan rule, boolean followsPlan) {
        UUID id = rules.arm(chamber, UUID.randomUUID(), new NewRule(rule, followsPlan), LEAD);
        past.replay(id, from, ACKNOWLEDGED_AFTER_S, "keeper", "seen to");
    }
}
