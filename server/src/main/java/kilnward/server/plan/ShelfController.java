package kilnward.server.plan;

import java.util.Arrays;
import java.util.List;
import kilnward.core.chamber.appliance.Heater;
import kilnward.core.chamber.appliance.HeaterKind;
import kilnward.core.chamber.body.Material;
import kilnward.server.people.Needs;
import kilnward.server.people.Role;
import kilnward.server.wire.OrNull;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** What ships to choose from: materials, kinds of heater. */
@RestController
@RequestMapping("/api/v1")
public class ShelfController {
    private static final String NO_ID = "00000000-0000-0000-0000-000000000000";

    /** A material of walls. */
    public record MaterialView(String id, String label, double conductivityWmK, double densityKgM3, double specificHeatJkgK,
            double emissivity, boolean transparent, double sorptionKgM3) {
    }

    @Needs(Role.VISITOR)
    @GetMapping("/materials")
    public List<MaterialView> materials() {
        return Arrays.stream(Material.values())
                .map(each -> new MaterialView(each.id(), each.label(), each.conductivityWmK(), each.densityKgM3(),
                        each.specificHeatJkgK(), each.emissivity(), each.transparent(), each.sorptionKgM3()))
                .toList();
    }

    /**
     * A kind of appliance.
     *
     * @param first what one of it begins with; its id and name are to be given
     * @param usual what is typical of a heater; null for what is none
     */
    public record ApplianceKindView(ApplianceKind kind, AppliancePlan first, @OrNull HeaterView usual) {
    }

    /**
     * What is typical of a kind of heater, for one watt of it.
     *
     * @param shines whether animals below it feel it shine
     */
    public record HeaterView(double elementJKPerW, double toAirWKPerW, double toContentsWKPerW, boolean shines) {
    }

    @Needs(Role.VISITOR)
    @GetMapping("/appliance-kinds")
    public List<ApplianceKindView> applianceKinds() {
        return Arrays.stream(ApplianceKind.values()).map(kind -> {
            AppliancePlan first = kind.first(NO_ID, "");
            return new ApplianceKindView(kind, first, first.read() instanceof Heater heater ? usual(heater.kind()) : null);
        }).toList();
    }

    private static HeaterView usual(HeaterKind kind) {
        Heater one = kind.typical("typical", 1);
        return new HeaterView(one.elementJK(), one.toAirWK(), one.toContentsWK(), kind.shines());
    }
}
