package kilnward.server.rule;

import java.time.Clock;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.UUID;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import kilnward.core.alarm.AlarmState;
import kilnward.core.alarm.Imagined;
import kilnward.core.alarm.Rule;
import kilnward.core.alarm.RuleKind;
import kilnward.core.alarm.RuleProposals;
import kilnward.core.alarm.RuleProposals.Proposal;
import kilnward.core.alarm.RuleTrial;
import kilnward.core.finding.RefusedValueException;
import kilnward.server.plan.Plans;
import kilnward.server.reading.Readings;
import kilnward.server.reading.SeriesWindowLoader;
import kilnward.server.rule.Imagining.Scene;
import kilnward.server.rule.RuleViews.Armed;
import kilnward.server.rule.RuleViews.NewRule;
import kilnward.server.rule.RuleViews.OutOfService;
import kilnward.server.rule.RuleViews.ProposalView;
import kilnward.server.rule.RuleViews.ProposalsView;
import kilnward.server.rule.RuleViews.RulePlan;
import kilnward.server.rule.RuleViews.RuleView;
import kilnward.server.rule.RuleViews.TrialView;
import kilnward.server.series.SeriesService;
import kilnward.server.series.SeriesViews.Series;
import kilnward.server.settings.ChamberService;
import kilnward.server.settings.ChamberViews.ChamberView;
import kilnward.server.settings.Standing;
import kilnward.server.store.Moments;
import kilnward.server.wire.problem.ConflictException;
import kilnward.server.wire.problem.NotFoundException;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Service;
import org.springframework.transaction.support.TransactionTemplate;
import tools.jackson.databind.json.JsonMapper;

/** Rules of chambers. None is armed that was not tried. */
@Service
public class RuleService {
    private static final Logger LOG = LoggerFactory.getLogger(RuleService.class);
    private static final double PAST_S = 21 * 86_400;
    /** Whoever follows the plan. */
    private static final String BY_PLAN = "the plan";
    private final RuleRepository rules;
    private final Imagining imagining;
    private final SeriesWindowLoader heards;
    private final SeriesService series;
    private final ChamberService chambers;
    private final Standing standing;
    private final Plans plans;
    private final Readings readings;
    private final RuleStates ruleStates;
    private final TransactionTemplate transactions;
    private final JsonMapper json;
    private final Clock clock;
    private String followed = "";

    RuleService(RuleRepository rules, Imagining imagining, SeriesWindowLoader heards, SeriesService series, ChamberService chambers, Standing standing, Plans plans,
            Readings readings, RuleStates ruleStates,
            TransactionTemplate transactions, JsonMapper json, Clock clock) {
        this.rules = rules;
        this.imagining = imagining;
        this.heards = heards;
        this.series = series;
        this.chambers = chambers;
        this.standing = standing;
        this.plans = plans;
        this.readings = readings;
        this.ruleStates = ruleStates;
        this.transactions = transactions;
        this.json = json;
        this.clock = clock;
    }

    /** All armed rules of a chamber, with how each stands. */
    public List<RuleView> all(UUID chamberId) {
        plans.require(chamberId);
        List<RuleEntity> armed = rules.findByChamberIdAndRetiredAtIsNullOrderByMadeAtAscIdAsc(chamberId);
        Map<UUID, AlarmState> states = ruleStates.of(armed.stream().map(RuleEntity::getId).toList());
        return armed.stream().map(each -> view(each, states.getOrDefault(each.getId(), AlarmState.NORMAL)))
                .toList();
    }

    private RuleView view(RuleEntity each, AlarmState state) {
        boolean out = each.outUntil != null && each.outUntil.isAfter(clock.instant());
        return new RuleView(each.getId().toString(), RulePlan.of(each.seriesId, each.others(), each.rule()), each.followsPlan, json.readValue(each.trial, TrialView.class),
                each.triedAt, out ? each.outReason : null, out ? each.outUntil : null, out ? each.outBy : null, each.changedAt, each.changedBy, state);
    }

    /** What the plan asks for, each tried. */
    public ProposalsView proposals(UUID chamberId) {
        plans.require(chamberId);
        List<RuleEntity> armed = rules.findByChamberIdAndRetiredAtIsNullOrderByMadeAtAscIdAsc(chamberId);
        Scene scene;
        try {
            scene = imagining.scene(chamberId);
        } catch (RefusedValueException incomplete) {
            return new ProposalsView(List.of(), "Rules are proposed from the settings, and those are not complete yet: " + incomplete.getMessage());
        }
        if (scene.watched().isEmpty()) {
            return new ProposalsView(List.of(), "Nothing measures here yet. Add a device and a series first.");
        }
        List<Imagined> all = imagining.rehearsed(scene);
        return new ProposalsView(proposed(scene, all).stream().map(each -> new ProposalView(plan(each), trial(scene, all, each),
                armed.stream().filter(one -> one.kind() == each.rule().kind() && one.seriesId.toString().equals(each.seriesId())).map(one -> one.getId().toString()).findFirst()
                        .orElse(null)))
                .toList(), null);
    }

    /** What the plan asks for, calmed by the weeks that were measured. */
    private List<Proposal> proposed(Scene scene, List<Imagined> all) {
        return RuleProposals.calmed(scene.setup(), scene.watched(), all, each -> nuisances(scene, all, each));
    }

    private int nuisances(Scene scene, List<Imagined> all, Proposal each) {
        return past(Optional.of(scene), all, UUID.fromString(each.seriesId()), each.others().stream().map(UUID::fromString).toList(), each.rule()).nuisances();
    }

    private static RulePlan plan(Proposal each) {
        return RulePlan.of(UUID.fromString(each.seriesId()), each.others().stream().map(UUID::fromString).toList(), each.rule());
    }

    private TrialView trial(Scene scene, List<Imagined> all, Proposal each) {
        UUID seriesId = UUID.fromString(each.seriesId());
        return TrialView.of(each.trial(), past(Optional.of(scene), all, seriesId, each.others().stream().map(UUID::fromString).toList(), each.rule()), scene.setup()::nameOfAny);
    }

    /** Tries a rule as it is typed; nothing is kept. */
    public TrialView trial(UUID chamberId, RulePlan plan) {
        return tried(chamberId, plan).view;
    }

    private record Tried(TrialView view, double toOccupantK, String mark) {
    }

    private Tried tried(UUID chamberId, RulePlan plan) {
        Rule rule = plan.rule();
        check(chamberId, plan, rule);
        Optional<Scene> scene;
        try {
            scene = Optional.of(imagining.scene(chamberId));
        } catch (RefusedValueException incomplete) {
            scene = Optional.empty();
        }
        List<Imagined> all = scene.map(imagining::rehearsed).orElse(List.of());
        List<Integer> others = scene.map(one -> plan.heldAgainst().stream().map(one::place).toList()).orElse(List.of());
        boolean canBe = scene.isPresent() && !rule.kind().isOfHearing() && rule.kind() != RuleKind.STUCK
                && Stream.concat(Stream.of(plan.series()), plan.heldAgainst().stream()).map(scene.get()::place).noneMatch(i -> i < 0)
                && simulated(scene.get(), plan);
        Optional<RuleTrial> trial = canBe
                ? Optional.of(RuleTrial.rehearsed(rule, scene.get().setup().needs().dangerLimits(ofChamber(chamberId, plan.series(), "seriesId").measured()), all,
                        scene.get().place(plan.series()), others))
                : Optional.empty();
        Optional<Scene> stands = scene;
        TrialView view = TrialView.of(trial, past(scene, all, plan.series(), plan.heldAgainst(), rule), id -> stands.map(one -> one.setup().nameOfAny(id)).orElse(id));
        return new Tried(view, Imagining.toOccupantK(scene, all, plan.series()), chambers.mark(chamberId));
    }

    private static boolean simulated(Scene scene, RulePlan plan) {
        return Stream.concat(Stream.of(plan.series()), plan.heldAgainst().stream()).allMatch(id -> scene.watched().get(scene.place(id)).spot().isSimulated());
    }

    private RuleTrial.Past past(Optional<Scene> scene, List<Imagined> all, UUID seriesId, List<UUID> others, Rule rule) {
        double untilS = clock.millis() / 1000.0;
        double firstS = readings.firstMinute(series.require(seriesId).number(), (long) ((untilS - PAST_S) / 60)).stream().mapToDouble(minute -> 60.0 * minute).findFirst()
                .orElse(untilS);
        double toOccupantK = Imagining.toOccupantK(scene, all, seriesId);
        return RuleTrial.past(rule, rule.condition(scene.map(each -> each.setup().needs().dangerLimits(series.require(seriesId).measured())).orElse(List.of()), toOccupantK),
                heards.replayed(rule.kind(), seriesId, others, firstS, untilS), scene.map(each -> Imagining.band(each, seriesId, toOccupantK)).orElse(null), firstS, untilS);
    }

    private void check(UUID chamberId, RulePlan plan, Rule rule) {
        Series own = ofChamber(chamberId, plan.series(), "seriesId");
        rule.requireWatches(own.measured());
        for (int i = 0; i < plan.heldAgainst().size(); i++) {
            ofChamber(chamberId, plan.heldAgainst().get(i), "others[" + i + "]");
        }
        int fewest = rule.kind().fewestOthers();
        if (plan.heldAgainst().size() < fewest) {
            throw new RefusedValueException("others", plan.heldAgainst().size(), "must name at least " + fewest + " for " + rule.kind());
        }
    }

    private Series ofChamber(UUID chamberId, UUID id, String field) {
        return series.find(id).filter(each -> each.chamberId().equals(chamberId) && !each.retired())
                .orElseThrow(() -> new RefusedValueException(field, id, "must be the id of a series of this chamber that stands"));
    }

    /** Tries a rule, then arms it. */
    public UUID arm(UUID chamberId, UUID id, NewRule asked, String author) {
        UUID site = plans.siteOf(chamberId);
        Tried tried = tried(chamberId, asked.rule());
        transactions.executeWithoutResult(status -> {
            Instant now = Moments.now(clock);
            RuleEntity entity = new RuleEntity(id, site, chamberId, asked.rule().series(), now, author);
            keep(entity, asked.rule().rule(), asked.rule().heldAgainst(), tried, asked.followsPlan(), author);
            rules.saveAndFlush(entity);
            ruleStates.begin(id, series.require(asked.rule().series()).number(), now);
        });
        return id;
    }

    private void keep(RuleEntity entity, Rule rule, List<UUID> others, Tried tried, boolean followsPlan, String author) {
        entity.set(rule, others);
        entity.followsPlan = followsPlan;
        entity.planMark = tried.mark;
        entity.toOccupantK = tried.toOccupantK;
        entity.trial = json.writeValueAsString(tried.view);
        entity.triedAt = Moments.now(clock);
        entity.changedAt = entity.triedAt;
        entity.changedBy = author;
    }

    /** Tries a rule with other limits, then arms it with them. What it watches stays. */
    public void change(UUID chamberId, UUID id, NewRule asked, String author) {
        if (!Objects.equals(one(chamberId, id).seriesId, asked.rule().series()) || one(chamberId, id).kind() != asked.rule().kind()) {
            throw new RefusedValueException("rule.seriesId", asked.rule().seriesId(), "must stay, as the kind must: disarm this rule and arm another");
        }
        Tried tried = tried(chamberId, asked.rule());
        transactions.executeWithoutResult(status -> {
            RuleEntity entity = one(chamberId, id);
            keep(entity, asked.rule().rule(), asked.rule().heldAgainst(), tried, asked.followsPlan(), author);
            rules.saveAndFlush(entity);
            ruleStates.lookAgain(id);
        });
    }

    /** Disarms one. Its record stays. */
    public void disarm(UUID chamberId, UUID id, String author) {
        transactions.executeWithoutResult(status -> {
            RuleEntity entity = one(chamberId, id);
            entity.retiredAt = Moments.now(clock);
            entity.changedAt = entity.retiredAt;
            entity.changedBy = author;
            rules.saveAndFlush(entity);
        });
    }

    /** Takes one out of service for a while, with a reason; or, with null, puts it back. */
    public void outOfService(UUID chamberId, UUID id, OutOfService out, String author) {
        if (out != null && !out.until().isAfter(clock.instant())) {
            throw new RefusedValueException("until", out.until(), "must be later than now");
        }
        transactions.executeWithoutResult(status -> {
            RuleEntity entity = one(chamberId, id);
            entity.outReason = out == null ? null : out.reason();
            entity.outUntil = out == null ? null : out.until();
            entity.outBy = out == null ? null : author;
            entity.changedAt = Moments.now(clock);
            entity.changedBy = author;
            rules.saveAndFlush(entity);
            ruleStates.lookAgain(id);
        });
    }

    private RuleEntity one(UUID chamberId, UUID id) {
        return rules.findById(id).filter(each -> each.chamberId.equals(chamberId) && each.retiredAt == null)
                .orElseThrow(() -> new NotFoundException("There is no rule " + id + " in this chamber."));
    }

    /** One as whoever watches has to know it; empty where it was disarmed. */
    public Optional<Armed> armed(UUID id) {
        return rules.findById(id).filter(each -> each.retiredAt == null).map(each -> {
            double ahead = json.readValue(each.trial, TrialView.class).told().stream().filter(told -> told.soundS() != null && told.harmS() != null)
                    .mapToDouble(told -> told.harmS() - told.soundS()).filter(s -> s > 0).min().orElse(Double.NaN);
            return new Armed(each.getId(), each.siteId, each.chamberId, each.seriesId, each.others(), each.rule(), each.toOccupantK, ahead,
                    each.outUntil != null && each.outUntil.isAfter(clock.instant()));
        });
    }

    /**
     * Follows plans and settings: what was removed is disarmed, and limits that nobody has changed by hand are those that the plan proposes now. Cheap while nothing changes.
     */
    public void follow() {
        String mark = chambers.mark();
        if (mark.equals(followed)) {
            return;
        }
        Map<UUID, List<RuleEntity>> byChamber = new HashMap<>();
        rules.findByRetiredAtIsNull().forEach(each -> byChamber.computeIfAbsent(each.chamberId, id -> new ArrayList<>()).add(each));
        Map<UUID, String> marks = standing.all().stream().collect(Collectors.toMap(each -> UUID.fromString(each.id()), ChamberView::mark));
        byChamber.forEach((chamberId, armed) -> {
            String now = marks.get(chamberId);
            if (now == null) {
                armed.forEach(each -> disarm(chamberId, each.getId(), BY_PLAN));
                return;
            }
            List<RuleEntity> behind = armed.stream().filter(each -> !each.planMark.equals(now)).toList();
            if (!behind.isEmpty()) {
                follow(chamberId, behind);
            }
        });
        followed = mark;
    }

    private void follow(UUID chamberId, List<RuleEntity> behind) {
        Scene scene;
        try {
            scene = imagining.scene(chamberId);
        } catch (RefusedValueException incomplete) {
            LOG.info("rules of {} stay as they are: {}", chamberId, incomplete.getMessage());
            return;
        }
        List<Imagined> all = imagining.rehearsed(scene);
        List<Proposal> proposals = proposed(scene, all);
        for (RuleEntity each : behind) {
            Optional<Proposal> proposed = proposals.stream().filter(one -> each.followsPlan && one.rule().kind() == each.kind() && one.seriesId().equals(each.seriesId.toString()))
                    .findFirst();
            try {
                RulePlan plan = proposed.map(RuleService::plan).orElse(RulePlan.of(each.seriesId, each.others(), each.rule()));
                change(chamberId, each.getId(), new NewRule(plan, each.followsPlan), BY_PLAN);
            } catch (ConflictException | RefusedValueException | NotFoundException gone) {
                LOG.info("rule {} stays as it is: {}", each.getId(), gone.getMessage());
            }
        }
    }

}
