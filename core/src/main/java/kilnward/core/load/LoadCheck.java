package kilnward.core.load;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import kilnward.core.finding.Finding;
import kilnward.core.finding.QuantityValue;
import kilnward.core.finding.Remedy;
import kilnward.core.finding.Severity;
import kilnward.core.finding.Step;
import kilnward.core.finding.Unit;

/**
 * Watts and amps of outlets and of what feeds them.
 *
 * @param outlets  one an outlet, in order
 * @param supplies one a supply, in the order in which outlets name them
 * @param findings what is to be said, the most urgent first
 */
public record LoadCheck(List<Checked> outlets, List<Fed> supplies, List<Finding> findings) {
    /**
     * Share of a circuit for a load that runs for hours: practice of NFPA 70, from memory; other codes differ. Taken for
     * low-voltage supplies too (common practice, no source).
     */
    public static final double CONTINUOUS_SHARE = 0.8;
    /**
     * Share of a cheap contact's rating that is prudent for a heater: a socket rated 10 A is prudently used for 200–300 W at
     * 115–150 V, that is about 2 A; common practice, no source.
     */
    public static final double PRUDENT_SHARE = 0.2;
    /** Switchings a contact lasts at rated load, commonly quoted. */
    public static final double CONTACT_LIFE = 100_000;
    /** Most switchings an hour (1/h) of a contact that is to last a year. */
    public static final double MOST_PER_HOUR = CONTACT_LIFE / 8766;
    private static final String CONTACTOR = "Let it drive a contactor that is rated for the load, fitted by an electrician";

    public LoadCheck {
        outlets = List.copyOf(outlets);
        supplies = List.copyOf(supplies);
        findings = List.copyOf(findings);
    }

    /**
     * One outlet, checked.
     *
     * @param powerW          running power (W)
     * @param currentA        running current at power factor 1 (A)
     * @param inrushA         current at the moment of switching on, all loads at once (A)
     * @param ratingPct       share of the rating used while running (%), the stricter of amps and watts; empty where no rating
     *                        is known
     * @param contactLifeDays days until the contact has made its 100 000 switchings; empty where it does not switch
     * @param loopId          the output of a controller that switches it; empty where none does
     */
    public record Checked(String name, double powerW, double currentA, double inrushA, OptionalDouble ratingPct,
            OptionalDouble contactLifeDays, Optional<String> loopId) {
    }

    /**
     * A supply with all that runs on it.
     *
     * @param powerW   running power (W)
     * @param currentA running current (A)
     * @param sharePct share of its rating (%)
     */
    public record Fed(Supply supply, double powerW, double currentA, double sharePct) {
    }

    /** Checks outlets, and the supplies they name, with everything running at once. */
    public static LoadCheck of(List<Outlet> outlets) {
        List<Checked> checked = new ArrayList<>();
        List<Finding> findings = new ArrayList<>();
        Map<Supply, Double> watts = new LinkedHashMap<>();
        for (Outlet outlet : outlets) {
            Checked each = check(outlet);
            checked.add(each);
            judge(outlet, each, findings);
            watts.merge(outlet.supply(), outlet.passesOn() ? 0 : outlet.powerW(), Double::sum);
        }
        List<Fed> supplies = watts.entrySet().stream().map(entry -> {
            double currentA = entry.getValue() / entry.getKey().voltageV();
            return new Fed(entry.getKey(), entry.getValue(), currentA, 100 * currentA / entry.getKey().ratedA());
        }).toList();
        supplies.forEach(fed -> judge(fed, findings));
        findings.sort(Comparator.comparing(Finding::severity));
        return new LoadCheck(checked, supplies, findings);
    }

    /** Running power of all outlets (W). */
    public double totalW() {
        return supplies.stream().mapToDouble(Fed::powerW).sum();
    }

    private static Checked check(Outlet outlet) {
        double inrushA = outlet.loads().stream()
                .mapToDouble(load -> load.powerW() / outlet.supply().voltageV() * load.kind().inrush()).sum();
        double byAmps = outlet.contactA().isPresent() ? outlet.currentA() / outlet.contactA().getAsDouble() : 0;
        double byWatts = outlet.ratedW().isPresent() ? outlet.powerW() / outlet.ratedW().getAsDouble() : 0;
        boolean rated = outlet.contactA().isPresent() || outlet.ratedW().isPresent();
        return new Checked(outlet.name(), outlet.powerW(), outlet.currentA(), inrushA,
                rated ? OptionalDouble.of(100 * Math.max(byAmps, byWatts)) : OptionalDouble.empty(),
                outlet.cyclesPerDay() > 0 ? OptionalDouble.of(CONTACT_LIFE / outlet.cyclesPerDay()) : OptionalDouble.empty(), outlet.loopId());
    }

    private static void judge(Outlet outlet, Checked checked, List<Finding> findings) {
        if (outlet.supply().current() == Current.DC && outlet.ratedDcA().isEmpty() && outlet.ratedA().isPresent()) {
            findings.add(named("dc-rating-unknown", Severity.MIND_THIS,
                    "{outlet}: no rating for direct current is given",
                    "It switches {currentA} A of direct current. Its {ratedA} A are for alternating current; on direct current a"
                            + " contact breaks far less, and welds.",
                    Map.of("currentA", count(checked.currentA()), "ratedA", count(outlet.ratedA().getAsDouble())),
                    Remedy.byHand("Look up the rating for direct current, or switch the mains side of the supply", Step.LOADS), outlet.name()));
        }
        if (checked.ratingPct().isEmpty()) {
            return;
        }
        double ratingPct = checked.ratingPct().getAsDouble();
        double contactA = outlet.contactA().orElse(Double.POSITIVE_INFINITY);
        boolean starts = outlet.loads().stream().anyMatch(load -> load.kind().rushesIn());
        boolean motor = outlet.loads().stream().anyMatch(load -> load.kind().isMotor());
        Map<String, QuantityValue> numbers = new HashMap<>(Map.of("powerW", new QuantityValue(checked.powerW(), Unit.WATT),
                "currentA", count(checked.currentA()), "inrushA", count(checked.inrushA()),
                "sharePct", new QuantityValue(ratingPct, Unit.PERCENT), "supplyV", count(outlet.supply().voltageV())));
        outlet.contactA().ifPresent(amps -> numbers.put("ratedA", count(amps)));
        if (ratingPct > 100) {
            findings.add(named("outlet-overloaded", Severity.NEEDS_YOU_NOW, "{outlet} is overloaded",
                    "{powerW} at {supplyV} V are {currentA} A, {sharePct} of what its contact is rated for: it can weld or"
                            + " burn.",
                    numbers, Remedy.byHand(CONTACTOR, Step.LOADS), outlet.name()));
        } else if (starts && checked.inrushA() > contactA) {
            findings.add(named("inrush-over-rating", Severity.MIND_THIS,
                    motor ? "{outlet} has to start a motor that is too big for it" : "{outlet} has to take a surge that is too big for it",
                    "Running it draws {currentA} A, starting about {inrushA} A" + (motor ? "" : ", as lamps, transformers and power supplies do")
                            + "; the contact is rated for {ratedA} A.",
                    numbers, Remedy.byHand(CONTACTOR, Step.LOADS), outlet.name()));
        } else if (ratingPct > 100 * PRUDENT_SHARE && outlet.cyclesPerDay() > 0) {
            findings.add(named("outlet-not-derated", Severity.MIND_THIS, "{outlet} is used near its rating",
                    "{powerW} are {sharePct} of its rating. Small contacts that switch many times a day are prudently used"
                            + " for a fifth.",
                    numbers, Remedy.byHand(CONTACTOR, Step.LOADS), outlet.name()));
        }
    }

    private static void judge(Fed fed, List<Finding> findings) {
        if (fed.sharePct() <= 100 * CONTINUOUS_SHARE) {
            return;
        }
        boolean over = fed.sharePct() > 100;
        boolean mains = fed.supply().current() == Current.AC;
        findings.add(named(mains ? "circuit-overloaded" : "supply-overloaded",
                over ? Severity.NEEDS_YOU_NOW : Severity.MIND_THIS,
                "{outlet}" + (over ? " is overloaded" : " has nothing to spare"),
                "All that runs on it draws {totalA} A; one rated for {circuitA} A is used for {limitA} A where the load runs for"
                        + " hours.",
                Map.of("totalA", count(fed.currentA()), "circuitA", count(fed.supply().ratedA()),
                        "limitA", count(CONTINUOUS_SHARE * fed.supply().ratedA())),
                Remedy.byHand(mains ? "Spread the loads over two circuits; ask an electrician, local codes decide"
                        : "Take a supply with more amps, or a second one", Step.LOADS),
                fed.supply().name()));
    }

    /** A finding about something that somebody named: the name is never part of a sentence. */
    private static Finding named(String code, Severity severity, String title, String reason, Map<String, QuantityValue> numbers, Remedy remedy, String name) {
        return new Finding(code, severity, title, reason, numbers, Map.of("outlet", name), remedy, new Finding.Subject(name, "", name), Finding.Towards.NEITHER, List.of());
    }

    private static QuantityValue count(double value) {
        return new QuantityValue(value, Unit.COUNT);
    }
}
