package kilnward.server.demo;

import java.util.Collections;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import kilnward.core.settings.Parameter;
import kilnward.server.api.chamber.ChamberPlan;
import kilnward.server.api.chamber.ChamberPlan.KeyPlan;
import kilnward.server.api.chamber.ChamberPlan.LayerPlan;
import kilnward.server.api.chamber.ChamberPlan.OpeningPlan;
import kilnward.server.api.chamber.ChamberPlan.WallPlan;
import kilnward.server.api.chamber.ChamberService;
import kilnward.server.api.chamber.ChamberViews.NewSettings;
import kilnward.server.api.chamber.Starter;

/** What the chambers of the demo are loaded with. */
record Demo(ChamberService chambers, Starter starter) {
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
