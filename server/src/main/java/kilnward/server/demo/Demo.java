package kilnward.server.demo;

import java.time.Clock;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.Collections;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import java.util.function.Function;
import java.util.stream.IntStream;
import kilnward.core.calibration.CheckSession;
import kilnward.core.calibration.Reference;
import kilnward.core.settings.Parameter;
import kilnward.server.api.chamber.ChamberPlan;
import kilnward.server.api.chamber.ChamberPlan.KeyPlan;
import kilnward.server.api.chamber.ChamberPlan.LayerPlan;
import kilnward.server.api.chamber.ChamberPlan.OpeningPlan;
import kilnward.server.api.chamber.ChamberPlan.WallPlan;
import kilnward.server.api.chamber.ChamberService;
import kilnward.server.api.chamber.ChamberViews.NewSettings;
import kilnward.server.api.chamber.Starter;
import kilnward.server.api.check.CheckService;
import kilnward.server.api.check.CheckViews.NewCheck;
import kilnward.server.api.check.CheckViews.NewOffset;
import kilnward.server.api.check.CheckViews.NewRow;
import kilnward.server.api.check.CheckViews.ReferenceView;

/** What the chambers of the demo are loaded with. */
record Demo(ChamberService chambers, Starter starter, Clock clock, Function<Clock, CheckService> checksAt) {
    static final double ALTITUDE_M = 140;
    static final String OWNER = "Owner";
    static final String LEAD = "Lead";
    static final String KEEPER = "Keeper";

    /** Fixed identifiers, so that links into the demo keep working after a reset. */
    static UUID id(int number) {
        return new UUID(0x0051_e4e4_d000_7000L, 0x8000_0000_0000_0000L + number);
    }

    static String text(int number) {
        return id(number).toString();
    }

    void add(int number, ChamberPlan plan, String author) {
        chambers.add(id(number), plan, author);
    }

    void save(int chamber, int controller, int basedOn, String reason, String author, Map<Parameter, Double> values) {
        chambers.save(id(chamber), id(controller), new NewSettings(basedOn, reason, values), author);
    }

    /** The day it is loaded. */
    LocalDate today() {
        return LocalDate.ofInstant(clock.instant(), ZoneOffset.UTC);
    }

    /**
     * A check beside the probe on a day of the past, in °C: an hour of rows, the offset that follows keyed in, and an hour of proof.
     *
     * @param number   of the check among all of the demo
     * @param display  what the controller showed
     * @param high     what it showed too much
     * @param offset   offset in force then
     * @param follows  offset that follows
     */
    void check(int number, int chamber, int controller, LocalDate on, double display, double high, double offset, double follows, String author) {
        Instant begun = on.atTime(9, 20).toInstant(ZoneOffset.UTC);
        UUID check = id(number);
        ReferenceView glass = new ReferenceView("Ice-checked glass", 0.1, Reference.Basis.CERTIFICATE, 0.0, on.plusMonths(18), null);
        ReferenceView spirit = new ReferenceView("Kitchen spirit", 0.5, Reference.Basis.LIMITS, 0.0, null, null);
        at(begun).begin(id(chamber), new NewCheck(check.toString(), text(controller), Parameter.OFFSET, CheckSession.Place.PROBE, List.of(glass, spirit), 3600.0, "", 19.0, ""),
                author);
        rows(number * 100, chamber, check, begun, display, high, author);
        if (follows != offset) {
            at(begun.plusSeconds(4200)).keyIn(id(chamber), check, new NewOffset(offset, follows, null, "", false), author);
            rows(number * 100 + 50, chamber, check, begun.plusSeconds(4800), display, high + follows - offset, author);
        }
        at(begun.plusSeconds(9600)).close(id(chamber), check, false, "", author);
    }

    /** Seven rows within an hour, each a little off as readings are. */
    private void rows(int number, int chamber, UUID check, Instant from, double display, double high, String author) {
        double[] off = {0, 0.03, -0.02, 0.02, -0.03, 0.01, -0.01};
        List<NewRow> taken = IntStream.range(0, off.length).mapToObj(i -> new NewRow(text(number + i), from.plusSeconds(60 + 600L * i), display,
                Map.of("Ice-checked glass", hundredths(display - high + off[i]), "Kitchen spirit", hundredths(display - high + 0.1 - off[i])), true)).toList();
        at(taken.get(taken.size() - 1).at()).addAll(id(chamber), check, taken, author);
    }

    private CheckService at(Instant moment) {
        return checksAt.apply(Clock.fixed(moment, ZoneOffset.UTC));
    }

    private static double hundredths(double value) {
        return Math.round(value * 100) / 100.0;
    }

    /** Values by their meanings, in pairs. */
    static Map<Parameter, Double> values(Object... pairs) {
        Map<Parameter, Double> values = new EnumMap<>(Parameter.class);
        for (int i = 0; i < pairs.length; i += 2) {
            values.put((Parameter) pairs[i], ((Number) pairs[i + 1]).doubleValue());
        }
        return values;
    }

    static KeyPlan choice(Parameter parameter, String label, String first, String second) {
        return new KeyPlan(parameter, label, 1.0, 0.0, 1.0, 0.0, List.of(first, second));
    }

    static KeyPlan number(Parameter parameter, String label, double step, double lowest, double highest, double factory) {
        return new KeyPlan(parameter, label, step, lowest, highest, factory, List.of());
    }

    static WallPlan wall(String materialId, double thicknessMm, OpeningPlan... openings) {
        return new WallPlan(List.of(new LayerPlan(materialId, thicknessMm)), List.of(openings));
    }

    static OpeningPlan opening(double areaM2, String materialId, double thicknessMm) {
        return new OpeningPlan(areaM2, List.of(new LayerPlan(materialId, thicknessMm)));
    }

    static List<WallPlan> alike(String materialId, double thicknessMm) {
        return Collections.nCopies(6, wall(materialId, thicknessMm));
    }
}
