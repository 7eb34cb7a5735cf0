package kilnward.server.guide;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static org.mockito.ArgumentMatchers.anyString;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.when;

import java.nio.charset.StandardCharsets;
import java.util.EnumSet;
import java.util.Set;
import java.util.stream.Collectors;
import kilnward.core.life.Guide;
import kilnward.core.life.Keeping;
import org.junit.jupiter.api.Test;
import org.springframework.core.io.ByteArrayResource;
import org.springframework.core.io.Resource;
import org.springframework.core.io.support.PathMatchingResourcePatternResolver;
import org.springframework.core.io.support.ResourcePatternResolver;
import tools.jackson.databind.json.JsonMapper;

class GuideShelfTest {
    private static final JsonMapper JSON = JsonMapper.builder().build();

    private static ResourcePatternResolver holding(String name, String text) throws Exception {
        Resource file = new ByteArrayResource(text.getBytes(StandardCharsets.UTF_8)) {
            @Override
            public String getFilename() {
                return name;
            }
        };
        ResourcePatternResolver resources = mock(ResourcePatternResolver.class);
        when(resources.getResources(anyString())).thenReturn(new Resource[] {file});
        return resources;
    }

    @Test
    void shippedGuidesCoverTheKindsOfChamber() {
        GuideShelf shelf = new GuideShelf(JSON, new PathMatchingResourcePatternResolver());
        assertTrue(shelf.all().size() >= 8, "at least eight occupants");
        Set<Keeping> kinds = shelf.all().stream().map(Guide::keeping).collect(Collectors.toSet());
        assertTrue(kinds.containsAll(EnumSet.of(Keeping.INCUBATOR, Keeping.BROODER, Keeping.MUSHROOM_BOX, Keeping.GROW_ROOM,
                Keeping.AQUARIUM)));
        // Common practice, no source: dry start, steady, by weight loss, still air.
        assertEquals(4, shelf.find("domestic-fowl-eggs").orElseThrow().schools().size());
    }

    @Test
    void aBrokenGuideStopsTheStartAndIsNamed() throws Exception {
        var broken = assertThrows(IllegalStateException.class,
                () -> new GuideShelf(JSON, holding("newts.json", "{\"id\":\"newts\",\"name\":\"Newts\"}")));
        assertTrue(broken.getMessage().contains("newts.json") && broken.getMessage().contains("keeping"), broken.getMessage());
        String upsideDown = new String(new PathMatchingResourcePatternResolver()
                .getResource("classpath:guides/axolotls.json").getInputStream().readAllBytes(), StandardCharsets.UTF_8)
                .replace("\"high\": 18", "\"high\": 3");
        var refused = assertThrows(IllegalStateException.class,
                () -> new GuideShelf(JSON, holding("axolotls.json", upsideDown)));
        assertTrue(refused.getMessage().contains("must be above low"), refused.getMessage());
        assertThrows(IllegalStateException.class, () -> new GuideShelf(JSON, holding("other.json",
                new String(new PathMatchingResourcePatternResolver().getResource("classpath:guides/axolotls.json")
                        .getInputStream().readAllBytes(), StandardCharsets.UTF_8))),
                "a file is named after its guide");
    }
}
