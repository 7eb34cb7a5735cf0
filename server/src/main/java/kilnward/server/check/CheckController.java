package kilnward.server.check;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotEmpty;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.Set;
import java.util.stream.Collectors;
import kilnward.core.calibration.Check;
import kilnward.core.calibration.CheckRow;
import kilnward.core.calibration.KnownPoint;
import kilnward.core.calibration.Reference;
import kilnward.core.calibration.Salt;
import kilnward.core.calibration.TwoPoint;
import kilnward.core.calibration.Uncertainty;
import kilnward.core.finding.RefusedValueException;
import kilnward.core.probe.DisplayUnit;
import kilnward.core.quantity.Quantity;
import kilnward.server.people.Open;
import kilnward.server.plan.PlanReader;
import kilnward.server.wire.OrNull;
import kilnward.server.wire.door.ManyLines;
import kilnward.server.wire.problem.BoundsOf;
import kilnward.server.wire.problem.Within;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** Checks with references, and points that people can make; stateless and without side effects. */
@Open
@RestController
@RequestMapping("/api/v1/calc")
public class CheckController {
    /** A reference: its standard uncertainty, and what is to be added to what it reads. */
    @BoundsOf(Reference.class)
    public record CheckReference(@NotBlank @Size(max = 80) String name, @NotNull @Within(of = Reference.class, field = "standard") Double standardUncertainty,
            @NotNull Double correction) {
    }

    /** One look at display and references, in seconds from any moment. */
    public record CheckLook(@NotNull @Within(min = 0, max = 1e9, unit = "s") Double timeS, @NotNull @Within(min = -100, max = 300) Double display,
            @NotEmpty @Size(max = 20) Map<@NotBlank String, @NotNull @Within(min = -100, max = 300) Double> references) {
    }

    /**
     * A check so far, in the controller's unit.
     *
     * @param unit          the controller's unit, by which it is judged whether it has settled; °C where null
     * @param leastS        shortest stretch that must be settled; an hour where null
     * @param reason        why less than an hour is enough; null where it is not less
     * @param currentOffset offset in force while the rows were taken
     */
    @BoundsOf(Check.Rules.class)
    public record CheckRequest(@NotEmpty @Size(max = 2000) List<@Valid @NotNull CheckLook> rows,
            @NotEmpty @Size(max = 20) List<@Valid @NotNull CheckReference> references,
            @OrNull DisplayUnit unit, @OrNull Double leastS, @OrNull @Size(max = 300) @ManyLines String reason,
            @NotNull @Within(min = -100, max = 100) Double currentOffset, @NotNull @Within(min = 0.001, max = 10) Double step,
            @NotNull @Within(min = -100, max = 100) Double rangeMin, @NotNull @Within(min = -100, max = 100) Double rangeMax,
            @NotNull @Within(min = 0.001, max = 10) Double resolution) {
    }

    /**
     * What follows from it.
     *
     * @param odd       the reference that disagrees with the others and was left out; null where none does
     * @param remaining error that is left once the new offset is keyed in
     */
    public record CheckAnswer(Check.Verdict verdict, Check.Settling settling, int rowsUsed, Map<String, Double> references, @OrNull String odd, double error,
            double expandedUncertainty, List<Uncertainty.Part> parts, double newOffset, double remaining) {
        /** As it goes over the wire. */
        public static CheckAnswer of(Check check) {
            return new CheckAnswer(check.verdict(), check.settling(), check.rows(), check.references(), check.odd().orElse(null), check.error(),
                    check.uncertainty().expanded(), check.uncertainty().parts(), check.newOffset(), check.remaining());
        }
    }

    @PostMapping("/check")
    public CheckAnswer check(@Valid @RequestBody CheckRequest request) {
        Set<String> names = request.references().stream().map(CheckReference::name).collect(Collectors.toSet());
        for (int i = 0; i < request.rows().size(); i++) {
            for (Map.Entry<String, Double> read : request.rows().get(i).references().entrySet()) {
                if (!names.contains(read.getKey())) {
                    throw new RefusedValueException("rows[" + i + "].references." + read.getKey(), read.getValue(), "must be of one of the references of this check");
                }
            }
        }
        List<CheckRow> rows = request.rows().stream().map(row -> new CheckRow(row.timeS(), row.display(), row.references())).toList();
        List<Reference> references = request.references().stream()
                .map(each -> new Reference(each.name(), each.standardUncertainty(), each.correction(), Optional.empty())).toList();
        Check.Rules usual = Check.Rules.usual(request.unit() == null ? DisplayUnit.C : request.unit());
        Check.Rules rules = request.leastS() == null ? usual : usual.with(request.leastS(), request.reason());
        Check check = PlanReader.at("rows", () -> Check.of(rows, references, rules, new Check.Key(request.currentOffset(), request.step(), request.rangeMin(),
                request.rangeMax(), request.resolution())));
        return CheckAnswer.of(check);
    }

    /** Kinds of point that people can make. */
    public enum PointKind {
        ICE_WATER,
        BOILING_WATER,
        SALT_JAR,
        OUTDOOR_AIR
    }

    /** A point: boiling water by altitude, or by station pressure where that is known; a jar of wet salt by its temperature. */
    public record PointRequest(@NotNull PointKind kind, @OrNull @Within(min = -500, max = 9000, unit = "m") Double altitudeM,
            @OrNull @Within(min = 40_000, max = 110_000, unit = "Pa") Double stationPa, @OrNull Salt salt,
            @OrNull @Within(min = 0, max = 60, unit = "°C") Double temperatureC) {
    }

    /** Where it stands, in the model's unit, and how sure that is; {@code irritant} is whether gloves belong to it. */
    public record PointAnswer(double value, double standardUncertainty, Quantity quantity, boolean irritant) {
    }

    @PostMapping("/known-point")
    public PointAnswer point(@Valid @RequestBody PointRequest request) {
        KnownPoint point = switch (request.kind()) {
            case ICE_WATER -> new KnownPoint.IceWater();
            case BOILING_WATER -> new KnownPoint.BoilingWater(need("altitudeM", request.altitudeM()),
                    request.stationPa() == null ? OptionalDouble.empty() : OptionalDouble.of(request.stationPa()));
            case OUTDOOR_AIR -> new KnownPoint.OutdoorAir();
            case SALT_JAR -> new KnownPoint.SaltJar(need("salt", request.salt()), need("temperatureC", request.temperatureC()));
        };
        return new PointAnswer(point.value(), point.standard(), point.quantity(), request.kind() == PointKind.SALT_JAR && request.salt().isIrritant());
    }

    /** One of two known points: what the sensor shows there without an offset, and what it is. */
    public record ShownAt(@NotNull @Within(min = -100, max = 300) Double shown, @NotNull @Within(min = -100, max = 300) Double is) {
    }

    /** Two known points, and the level at which the controller has to be right. */
    public record TwoPointRequest(@NotNull @Valid ShownAt low, @NotNull @Valid ShownAt high, @NotNull @Within(min = -100, max = 300) Double rightAt,
            @NotNull @Within(min = 0.001, max = 10) Double step) {
    }

    /**
     * True value = shift + gain × what the sensor shows.
     *
     * @param offset   offset that makes an offset-only controller right at that level, in its step
     * @param leftLow  what is then wrong at the lower point
     * @param leftHigh what is then wrong at the upper point
     */
    public record TwoPointAnswer(double gain, double shift, double offset, double leftLow, double leftHigh) {
    }

    @PostMapping("/two-point")
    public TwoPointAnswer twoPoint(@Valid @RequestBody TwoPointRequest request) {
        TwoPoint line = TwoPoint.of(request.low().shown(), request.low().is(), request.high().shown(), request.high().is());
        double offset = TwoPoint.inStep(line.offsetAt(request.rightAt()), request.step());
        return new TwoPointAnswer(line.gain(), line.shift(), offset, line.shown(request.low().is()) + offset - request.low().is(),
                line.shown(request.high().is()) + offset - request.high().is());
    }

    private static <T> T need(String field, T value) {
        if (value == null) {
            throw new RefusedValueException(field, null, "must be given for this point");
        }
        return value;
    }
}
