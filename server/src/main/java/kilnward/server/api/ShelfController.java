package kilnward.server.api;

import java.util.Arrays;
import java.util.List;
import kilnward.core.chamber.Heater;
import kilnward.core.chamber.HeaterKind;
import kilnward.core.chamber.Material;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** What ships to choose from: materials, kinds of heater. */
@RestController
@RequestMapping("/api/v1")
public class ShelfController {
    /** A material of walls. */
    public record MaterialView(String id, String label, double conductivityWmK, double densityKgM3, double specificHeatJkgK,
                               double emissivity, boolean transparent, double sorptionKgM3) {
    }

    @GetMapping("/materials")
    public List<MaterialView> materials() {
        return Arrays.stream(Material.values())
                .map(each -> new MaterialView(each.id(), each.label(), each.conductivityWmK(), each.densityKgM3(),
                        each.specificHeatJkgK(), each.emissivity(), each.transparent(), each.sorptionKgM3())).toList();
    }

    /** What is typical of a kind of heater, for one watt of it. */
    public record HeaterKindView(HeaterKind kind, double elementJKPerW, double toAirWKPerW, double toContentsWKPerW) {
    }

    @GetMapping("/heater-kinds")
    public List<HeaterKindView> heaterKinds() {
        return Arrays.stream(HeaterKind.values()).map(kind -> {
            Heater one = kind.typical("typical", 1);
            return new HeaterKindView(kind, one.elementJK(), one.toAirWK(), one.toContentsWK());
        }).toList();
    }
}
