package kilnward.core.device;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import kilnward.core.control.Style;
import kilnward.core.control.SwitchingPoints;
import kilnward.core.life.Band;
import kilnward.core.life.KeepBand;
import kilnward.core.probe.DisplayUnit;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;

/** What keys hold before anybody keys anything in. */
class FirstKeysTest {
    private static final Optional<KeepBand> KEEP = Optional.of(new KeepBand(27, 29));
    private static final Optional<Band> DAMP = Optional.of(Band.humidity(80, 90));

    private static ProfileKey key(Parameter parameter, DisplayUnit unit, double step) {
        Beginning begins = Beginning.of(parameter, unit);
        boolean choice = parameter.choices() > 0;
        return new ProfileKey(parameter, parameter.name(), begins.step().orElse(step), begins.lowest().orElse(step), begins.highest(), null,
                choice ? List.of("a", "b", "c").subList(0, parameter.choices()) : List.of());
    }

    private static Profile device(LawKind law, DisplayUnit unit, double step, Style style, Parameter... parameters) {
        return new Profile("device", law, unit, step, 1, style, style, false, Arrays.stream(parameters).map(each -> key(each, unit, step)).toList(), "", "", Habits.UNKNOWN);
    }

    private static Map<Parameter, Double> first(Profile profile, Settings keyed, Optional<Band> damp, SwitchingPoints... points) {
        return FirstKeys.of(profile, keyed, FirstKeys.Wanted.of(KEEP, damp), List.of(points)).values();
    }

    private static Settings nothing() {
        return new Settings(Map.of());
    }

    @Test
    void whatIsKeyedInStaysAndTheRestIsInTheDevicesUnit() {
        Profile profile = device(LawKind.ON_OFF, DisplayUnit.F, 0.1, Style.OFF_AT_SET, Parameter.SET_VALUE, Parameter.DIFFERENTIAL, Parameter.HIGH_ALARM);
        // 29 + 1.5 °C = 86.9 °F; what belongs to no key is dropped
        assertEquals(Map.of(Parameter.SET_VALUE, 82.4, Parameter.DIFFERENTIAL, 1.0, Parameter.HIGH_ALARM, 86.9),
                first(profile, new Settings(Map.of(Parameter.SET_VALUE, 82.4, Parameter.LOW_ALARM, 70.0)), Optional.empty()));
    }

    @Test
    void anotherStyleGoesOnSwitchingWhereItDid() {
        Profile pair = device(LawKind.ON_OFF, DisplayUnit.C, 0.1, Style.PAIR, Parameter.ON_AT, Parameter.OFF_AT);
        assertEquals(Map.of(Parameter.ON_AT, 27.2, Parameter.OFF_AT, 28.1), first(pair, nothing(), Optional.empty(), SwitchingPoints.ofPair(27.2, 28.1)));
        // A quarter of the band from either end.
        assertEquals(Map.of(Parameter.ON_AT, 27.5, Parameter.OFF_AT, 28.5), first(pair, nothing(), Optional.empty()));
        Profile both = device(LawKind.ON_OFF, DisplayUnit.C, 0.1, Style.OFF_AT_SET, Parameter.SET_VALUE, Parameter.DIFFERENTIAL, Parameter.LOWER_DIFFERENTIAL);
        assertEquals(Map.of(Parameter.SET_VALUE, 28.1, Parameter.DIFFERENTIAL, 0.9, Parameter.LOWER_DIFFERENTIAL, 0.7),
                first(both, nothing(), Optional.empty(), SwitchingPoints.ofPair(27.2, 28.1), SwitchingPoints.ofPair(29.2, 28.5)));
    }

    @Test
    void aDeviceOfHumidityBeginsInsideWhatIsWanted() {
        Profile pair = device(LawKind.ON_OFF, DisplayUnit.RH, 1, Style.PAIR, Parameter.ON_AT, Parameter.OFF_AT, Parameter.HIGH_ALARM, Parameter.LOW_ALARM);
        // 80 + 10/4 = 82.5, 80 + 0.6 × 10, 90 + 5, 80 − 10
        assertEquals(Map.of(Parameter.ON_AT, 83.0, Parameter.OFF_AT, 86.0, Parameter.HIGH_ALARM, 95.0, Parameter.LOW_ALARM, 70.0), first(pair, nothing(), DAMP));
    }

    @Test
    void whatAirsLeavesTheHeaterAlone() {
        Profile fan = device(LawKind.FAN_BAND, DisplayUnit.C, 0.1, Style.OFF_AT_SET, Parameter.SET_VALUE, Parameter.BAND, Parameter.MINIMUM_SPEED, Parameter.MAXIMUM_SPEED,
                Parameter.SET_HUMIDITY);
        Map<Parameter, Double> damp = first(fan, nothing(), DAMP);
        assertEquals(28.4, damp.get(Parameter.SET_VALUE), 1e-9, "29 − 0.3 × 2");
        assertEquals(1, damp.get(Parameter.BAND), 1e-9, "at least a kelvin");
        assertEquals(85, damp.get(Parameter.SET_HUMIDITY), 1e-9);
        assertEquals(60, first(fan, nothing(), Optional.empty()).get(Parameter.SET_HUMIDITY), 1e-9);
    }

    @Test
    void nobodyLivingThereStillGivesSomewhereToBegin() {
        Profile profile = device(LawKind.ON_OFF, DisplayUnit.C, 0.1, Style.OFF_AT_SET, Parameter.SET_VALUE, Parameter.DIFFERENTIAL, Parameter.HIGH_ALARM, Parameter.LOW_ALARM);
        assertEquals(Map.of(Parameter.SET_VALUE, 25.0, Parameter.DIFFERENTIAL, 0.5, Parameter.HIGH_ALARM, 40.0, Parameter.LOW_ALARM, 10.0),
                FirstKeys.of(profile, nothing(), FirstKeys.Wanted.of(Optional.empty(), Optional.empty()), List.of()).values());
    }

    @ParameterizedTest
    @EnumSource(Parameter.class)
    void everyMeaningBeginsInsideItsOwnRange(Parameter parameter) {
        for (DisplayUnit unit : DisplayUnit.values()) {
            ProfileKey key = key(parameter, unit, 0.1);
            Beginning.of(parameter, unit).value().ifPresent(value -> {
                double own = parameter.kind() == Parameter.Kind.LEVEL ? unit.fromModel(value)
                        : parameter.kind() == Parameter.Kind.DIFFERENCE ? unit.differenceFromModel(value) : value;
                assertTrue(own >= key.lowest() && own <= key.highest(), parameter + " in " + unit);
            });
        }
        assertTrue(Arrays.stream(LawKind.values()).anyMatch(law -> law.keys().offers(parameter)), parameter + " belongs to a school");
    }
}
