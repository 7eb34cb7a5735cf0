package kilnward.server.api;

import java.util.Arrays;
import java.util.List;
import kilnward.core.chamber.Heater;
import kilnward.core.chamber.HeaterKind;
import kilnward.core.chamber.Material;
import kilnward.core.life.Guide;
import kilnward.server.store.GuideShelf;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** What ships to choose from: guides, materials, kinds of heater. */
@RestController
@RequestMapping("/api/v1")
public class ShelfController {
    private final GuideShelf guides;

    public ShelfController(GuideShelf guides) {
        this.guides = guides;
    }

    @GetMapping("/guides")
    public List<Guide> guides() {
        return guides.all();
    }

    /** A material of walls. */
    public record MaterialView(String id, String label, double conductivityWmK) {
    }

    @GetMapping("/materials")
    public List<MaterialView> materials() {
        return Arrays.stream(Material.values())
                .map(each -> new MaterialView(each.id(), each.label(), each.conductivityWmK())).toList();
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
