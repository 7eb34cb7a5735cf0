package kilnward.core.load;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.OptionalDouble;
import kilnward.core.finding.Finding;
import kilnward.core.finding.Quantity;
import kilnward.core.finding.Remedy;
import kilnward.core.finding.Require;
import kilnward.core.finding.Severity;
import kilnward.core.finding.Step;
import kilnward.core.finding.Unit;

/**
 * Watts and amps of outlets and of the circuit they share.
 *
 * @param outlets    one an outlet, in order
 * @param totalW     running power of all (W)
 * @param totalA     running current of all (A)
 * @param findings   what is to be said, the most urgent first
 */
public record LoadCheck(List<Checked> outlets, double totalW, double totalA, List<Finding> findings) {
    /** Share of a circuit for a load that runs for hours: practice of NFPA 70, from memory; other codes differ. */
    public static final double CONTINUOUS_SHARE = 0.8;
    /**
     * Share of a cheap contact's rating that is prudent for a heater: a socket rated 10 A is prudently used for 200–300 W at
     * 115–150 V, that is about 2 A; common practice, no source.
     */
    public static final double PRUDENT_SHARE = 0.2;
    /** Switchings a contact lasts at rated load, commonly quoted. */
    public static final double CONTACT_LIFE = 100_000;

    public LoadCheck {
        outlets = List.copyOf(outlets);
        findings = List.copyOf(findings);
    }

    /**
     * One outlet, checked.
     *
     * @param powerW    running power (W)
     * @param currentA  running current at power factor 1 (A)
     * @param inrushA   current at the moment of switching on, all loads at once (A)
     * @param ratingPct share of the rating used while running (%), the stricter of amps and watts
     * @param contactLifeDays days until the contact has made its 100 000 switchings; empty where it does not switch
     */
    public record Checked(String name, double powerW, double currentA, double inrushA, double ratingPct,
                          OptionalDouble contactLifeDays) {
    }

    /**
     * @param outlets  outlets of one controller
     * @param circuitA rating of the circuit, fuse or supply that feeds them (A)
     */
    public static LoadCheck of(List<Outlet> outlets, double circuitA) {
        Require.within("circuitA", circuitA, 0.1, 1000, "A");
        List<Checked> checked = new ArrayList<>();
        List<Finding> findings = new ArrayList<>();
        double totalA = 0;
        for (Outlet outlet : outlets) {
            Checked each = check(outlet);
            checked.add(each);
            judge(outlet, each, findings);
            totalA += each.currentA();
        }
        double limitA = CONTINUOUS_SHARE * circuitA;
        if (totalA > limitA) {
            findings.add(new Finding("circuit-overloaded", totalA > circuitA ? Severity.NEEDS_YOU_NOW : Severity.MIND_THIS,
                    totalA > circuitA ? "The circuit is overloaded" : "The circuit has nothing to spare",
                    "All outlets together draw {totalA} A; a circuit of {circuitA} A is used for {limitA} A where the load"
                            + " runs for hours.",
                    Map.of("totalA", count(totalA), "circuitA", count(circuitA), "limitA", count(limitA)),
                    Remedy.byHand("Spread the loads over two circuits; ask an electrician, local codes decide",
                            Step.CHAMBER)));
        }
        findings.sort(java.util.Comparator.comparing(Finding::severity));
        return new LoadCheck(checked, checked.stream().mapToDouble(Checked::powerW).sum(), totalA, findings);
    }

    private static Checked check(Outlet outlet) {
        double currentA = outlet.powerW() / outlet.supplyV();
        double inrushA = outlet.loads().stream()
                .mapToDouble(load -> load.powerW() / outlet.supplyV() * load.kind().inrush()).sum();
        double share = Math.max(currentA / outlet.ratedA(),
                outlet.ratedW().isPresent() ? outlet.powerW() / outlet.ratedW().getAsDouble() : 0);
        return new Checked(outlet.name(), outlet.powerW(), currentA, inrushA, 100 * share, outlet.cyclesPerDay() > 0
                ? OptionalDouble.of(CONTACT_LIFE / outlet.cyclesPerDay()) : OptionalDouble.empty());
    }

    private static void judge(Outlet outlet, Checked checked, List<Finding> findings) {
        Map<String, Quantity> numbers = new HashMap<>(Map.of("powerW", new Quantity(checked.powerW(), Unit.WATT),
                "currentA", count(checked.currentA()), "inrushA", count(checked.inrushA()),
                "ratedA", count(outlet.ratedA()), "sharePct", new Quantity(checked.ratingPct(), Unit.PERCENT),
                "supplyV", count(outlet.supplyV())));
        boolean starts = outlet.loads().stream().anyMatch(load -> load.kind() == LoadKind.MOTOR
                || load.kind() == LoadKind.COMPRESSOR);
        String contactor = "Let it drive a contactor that is rated for the load, fitted by an electrician";
        if (checked.ratingPct() > 100) {
            findings.add(new Finding("outlet-overloaded", Severity.NEEDS_YOU_NOW, outlet.name() + " is overloaded",
                    "{powerW} at {supplyV} V are {currentA} A, {sharePct} of what its contact is rated for: it can weld or"
                            + " burn.", numbers, Remedy.byHand(contactor, Step.CHAMBER)));
        } else if (starts && checked.inrushA() > outlet.ratedA()) {
            findings.add(new Finding("inrush-over-rating", Severity.MIND_THIS,
                    outlet.name() + " has to start a motor that is too big for it",
                    "Running it draws {currentA} A, starting about {inrushA} A; the contact is rated for {ratedA} A.",
                    numbers, Remedy.byHand(contactor, Step.CHAMBER)));
        } else if (checked.ratingPct() > 100 * PRUDENT_SHARE) {
            findings.add(new Finding("outlet-not-derated", Severity.MIND_THIS, outlet.name() + " is used near its rating",
                    "{powerW} are {sharePct} of its rating. Small contacts that switch many times a day are prudently used"
                            + " for a fifth.", numbers, Remedy.byHand(contactor, Step.CHAMBER)));
        }
    }

    private static Quantity count(double value) {
        return new Quantity(value, Unit.COUNT);
    }
}
