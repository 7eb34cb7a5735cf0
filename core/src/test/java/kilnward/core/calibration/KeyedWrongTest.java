package kilnward.core.calibration;

import static org.junit.jupiter.api.Assertions.assertEquals;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.IntStream;
import kilnward.core.calibration.Check.Key;
import kilnward.core.calibration.Check.Rules;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Every known slip by what it keys and by what it leaves. A display of 38.0 beside 37.4: 0.6 too much; in steps of 0.1, so half of one is 0.05. */
class KeyedWrongTest {
    private static Check check(double display, double reference, Key key) {
        List<CheckRow> rows = IntStream.rangeClosed(0, 12).mapToObj(i -> new CheckRow(i * 300.0, display, Map.of("glass", reference))).toList();
        return Check.of(rows, List.of(new Reference("glass", 0.02, 0, Optional.empty())), Rules.USUAL, key);
    }

    private static Key from(double current) {
        return new Key(current, 0.1, -10, 10, 0.1);
    }

    private static String slip(Optional<KeyedWrong> wrong) {
        return wrong.map(each -> each.slip().name()).orElse("");
    }

    @ParameterizedTest
    @CsvSource({"0, -0.6, 37.5, 37.5, ''", "0, 0.6, 37.5, 37.5, WRONG_SIGN", "0, 0.64, 37.5, 37.5, WRONG_SIGN", "0, 0.66, 37.5, 37.5, OTHER", "0, 0, 37.5, 37.5, OTHER",
            "0, 0, 37.5, 37.4, REFERENCE_AS_SET_VALUE", "0, 0, 37.5, 37.44, REFERENCE_AS_SET_VALUE", "0, 0, 37.5, 37.46, OTHER", "0, 0, 37.4, 37.4, OTHER",
            "0, -0.6, 37.5, 37.4, ''",
            "-0.5, -1.1, 37.5, 37.5, ''", "-0.5, -0.6, 37.5, 37.5, OLD_OFFSET_FORGOTTEN", "-0.5, -0.64, 37.5, 37.5, OLD_OFFSET_FORGOTTEN", "-0.5, -0.66, 37.5, 37.5, OTHER",
            "-0.5, 0.1, 37.5, 37.5, WRONG_SIGN", "0.5, -0.1, 37.5, 37.5, ''"})
    void byWhatIsKeyed(double current, double keyed, double setBefore, double setNow, String slip) {
        Optional<KeyedWrong> wrong = KeyedWrong.of(check(38.0, 37.4, from(current)), from(current), keyed, setBefore, setNow);
        assertEquals(slip, slip(wrong));
        wrong.ifPresent(each -> assertEquals(0.6 + keyed - current, each.remaining(), 1e-9, "what is left wrong"));
    }

    /** Found 1.6 too much with the offset given; then keyed, and so much too much is left. */
    @ParameterizedTest
    @CsvSource({"0, -1.6, 0, ''", "0, -1.6, 0.09, ''", "0, -1.6, 1.6, NOT_KEPT", "0, -1.6, 1.52, NOT_KEPT", "0, -1.6, 3.2, WRONG_SIGN", "0, -1.6, 3.28, WRONG_SIGN",
            "0, -1.6, 0.8, OTHER",
            "0, -1.6, -1.6, OTHER", "0, -1.0, 0.6, ''", "-0.5, -2.1, 0.5, OLD_OFFSET_FORGOTTEN", "0.5, -1.1, -0.5, OLD_OFFSET_FORGOTTEN", "-0.5, -2.1, -0.5, OTHER",
            "-0.5, -2.1, 1.6, NOT_KEPT"})
    void byWhatItLeaves(double current, double keyed, double left, String slip) {
        Check found = check(39.0, 37.4, from(current));
        Optional<KeyedWrong> wrong = KeyedWrong.seen(found, from(current), keyed, check(37.4 + left, 37.4, from(keyed)));
        assertEquals(slip, slip(wrong));
        wrong.ifPresent(each -> assertEquals(left, each.remaining(), 1e-9));
    }
}
