package kilnward.core.life;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;

import java.util.List;
import kilnward.core.finding.RefusedValueException;
import kilnward.core.quantity.Quantity;
import org.junit.jupiter.api.Test;

class LifeTest {
    @Test
    void harmLimitsLieOutsideTheKeepBand() {
        assertEquals("dangerLimits[0].level", assertThrows(RefusedValueException.class,
                () -> new Needs(new KeepBand(20, 25), List.of(new DangerLimit(Side.HIGH, 24, 60)))).field());
        Needs needs = new Needs(new KeepBand(20, 25), List.of(new DangerLimit(Side.HIGH, 40, 0),
                new DangerLimit(Side.HIGH, 30, 3600), new DangerLimit(Side.LOW, 5, 0), new DangerLimit(Side.LOW, 12, 3600)));
        assertEquals(30, needs.nearest(Side.HIGH).orElseThrow().level());
        assertEquals(12, needs.nearest(Side.LOW).orElseThrow().level());
    }

    @Test
    void guidesAreCheckedAsTheyAreBuilt() {
        Range band = new Range(27, 29, SourceGrade.FROM_MEMORY, "");
        Stage stage = new Stage("incubation", "Incubation", 60.0, SourceGrade.FROM_MEMORY, band, null, null, null, null,
                null, null, null, List.of(), List.of());
        School school = new School("usual", "Usual", "", List.of(stage), null);
        assertEquals("stages", assertThrows(RefusedValueException.class,
                () -> new School("usual", "Usual", "", List.of(stage, stage), null)).field());
        assertEquals("id", assertThrows(RefusedValueException.class, () -> new Guide("Corn Snake", "Corn snake",
                Keeping.INCUBATOR, "at the eggs", OccupantPlace.CONTENTS, List.of(school), List.of())).field());
        assertEquals("source", assertThrows(RefusedValueException.class,
                () -> new Range(1, 2, SourceGrade.PUBLISHED, " ")).field());
        assertEquals("high", assertThrows(RefusedValueException.class,
                () -> new Range(2, 2, SourceGrade.FROM_MEMORY, "")).field());
        assertEquals("durationGrade", assertThrows(RefusedValueException.class, () -> new Stage("a", "A", 3.0, null, band,
                null, null, null, null, null, null, null, null, null)).field());
    }

    @Test
    void aNightOfAStageHasToFitItsHarmLimitsToo() {
        Range day = new Range(20, 26, SourceGrade.FROM_MEMORY, "");
        Range night = new Range(14, 19, SourceGrade.FROM_MEMORY, "");
        List<GuideHarm> harm = List.of(new GuideHarm(Side.LOW, 16, 3600, SourceGrade.FROM_MEMORY));
        assertEquals("dangerLimits[0].level", assertThrows(RefusedValueException.class, () -> new Stage("a", "A", null, null, day,
                night, null, null, null, null, null, new Graded(2, SourceGrade.FROM_MEMORY), harm, null)).field());
        Stage stage = new Stage("a", "A", null, null, day, night, new Range(60, 85, SourceGrade.FROM_MEMORY, ""), null,
                new Graded(14, SourceGrade.FROM_MEMORY), null, null, new Graded(2, SourceGrade.FROM_MEMORY), List.of(), null);
        assertEquals(Band.humidity(60, 85), stage.needs().band(Quantity.RELATIVE_HUMIDITY).orElseThrow());
        assertEquals(2, stage.needs().maxRateKh().orElseThrow());
    }

    @Test
    void aDayFallsIntoAStage() {
        Range band = new Range(37, 38, SourceGrade.FROM_MEMORY, "");
        School school = new School("usual", "Usual", "", List.of(stage("setting", 18.0, band), stage("lock-down", 5.0, band)), null);
        assertEquals(List.of("setting", "setting", "lock-down", "lock-down"), List.of(0, 17, 18, 40).stream().map(day -> school.stageOn(day).id()).toList());
        School open = new School("usual", "Usual", "", List.of(stage("germination", 8.0, band), stage("growing", null, band), stage("after", 1.0, band)), null);
        assertEquals("growing", open.stageOn(4000).id(), "what has no end goes on");
    }

    private static Stage stage(String id, Double days, Range band) {
        return new Stage(id, id, days, days == null ? null : SourceGrade.FROM_MEMORY, band, null, null, null, null, null, null, null, List.of(), List.of());
    }
}
