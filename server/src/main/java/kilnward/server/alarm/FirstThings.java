package kilnward.server.alarm;

import java.time.Clock;
import java.time.Instant;
import java.time.ZonedDateTime;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.OptionalDouble;
import java.util.UUID;
import kilnward.core.alarm.Forecast;
import kilnward.core.alarm.HarmNear;
import kilnward.core.alarm.Heard;
import kilnward.core.alarm.Imagined;
import kilnward.core.alarm.Likely;
import kilnward.core.alarm.Reading;
import kilnward.core.finding.RefusedValueException;
import kilnward.core.life.DangerLimit;
import kilnward.core.life.Side;
import kilnward.core.quantity.Quantity;
import kilnward.core.setup.Setup;
import kilnward.server.alarm.AlarmViews.First;
import kilnward.server.alarm.AlarmViews.LikelyView;
import kilnward.server.alarm.AlarmViews.LineView;
import kilnward.server.compute.Computing;
import kilnward.server.reading.SeriesWindowLoader;
import kilnward.server.rule.Imagining;
import kilnward.server.rule.Imagining.Scene;
import kilnward.server.series.SeriesService;
import kilnward.server.series.SeriesViews.Series;
import kilnward.server.site.Sites;
import kilnward.server.store.Moments;
import org.springframework.stereotype.Component;

/** What it may be, what to do first, and how long there is: from what was measured in the last hours, on the chamber's own model. */
@Component
class FirstThings {
    private static final double LOOK_BACK_S = 3 * 3600;
    private static final double PACE_S = 900;
    /** What was measured longer ago tells nothing of now (s). */
    private static final double STALE_S = 1800;
    private final Imagining imagining;
    private final SeriesWindowLoader heards;
    private final SeriesService series;
    private final Computing computing;
    private final Sites sites;
    private final Clock clock;

    FirstThings(Imagining imagining, SeriesWindowLoader heards, SeriesService series, Computing computing, Sites sites, Clock clock) {
        this.imagining = imagining;
        this.heards = heards;
        this.series = series;
        this.computing = computing;
        this.sites = sites;
        this.clock = clock;
    }

    /**
     * @param seriesId the series to go by; null for the first that measures temperature at a probe
     */
    First of(UUID chamberId, UUID seriesId) {
        Instant now = clock.instant();
        Scene scene;
        try {
            scene = imagining.scene(chamberId);
        } catch (RefusedValueException incomplete) {
            return cannot(now, "Settings are not complete, so the chamber cannot be rehearsed: " + incomplete.getMessage());
        }
        int place = place(scene, seriesId);
        if (place < 0) {
            return cannot(now, "No temperature is measured here, so nothing can be told from its course.");
        }
        Series one = series.require(UUID.fromString(scene.watched().get(place).id()));
        double nowS = now.toEpochMilli() / 1000.0;
        List<Reading> heard = heards.since(one.number(), nowS - LOOK_BACK_S, nowS);
        if (heard.isEmpty() || nowS - heard.get(heard.size() - 1).atS() > STALE_S) {
            return cannot(now, "Nothing was heard of " + one.name() + " for half an hour or longer: how it stands now cannot be told from here. Go and look.");
        }
        List<Imagined> all = imagining.rehearsed(scene);
        Setup setup = scene.setup();
        double atS = heard.get(heard.size() - 1).atS();
        double occupantC = heard.get(heard.size() - 1).value() + Imagined.toOccupantK(all, place);
        OptionalDouble then = Heard.at(heard, atS - PACE_S);
        OptionalDouble paceKh = then.isEmpty() ? then : OptionalDouble.of((heard.get(heard.size() - 1).value() - then.getAsDouble()) / PACE_S * 3600);
        Map<Side, Double> doses = doses(setup, one, nowS, Imagined.toOccupantK(all, place));
        ZonedDateTime there = now.atZone(sites.zone());
        Forecast forecast = computing.run(workers -> Forecast.of(setup, occupantC, paceKh, there.getHour() + there.getMinute() / 60.0, doses));
        List<Likely> likely = computing.run(workers -> Likely.of(setup, all, place, heard, atS));
        return new First(Moments.seconds(atS), occupantC, paceKh.isPresent() ? paceKh.getAsDouble() : null,
                likely.stream().map(each -> new LikelyView(each.fault().kind(), setup.nameOfAny(each.fault().subject()), each.act(), each.share(), each.awayRms(), each.sinceS(),
                        boxed(each.harmS()))).toList(),
                forecast.lines().stream().map(each -> new LineView(each.way(), Arrays.stream(each.lowC()).boxed().toList(), Arrays.stream(each.highC()).boxed().toList(),
                        boxed(each.earliestHarmS()), boxed(each.latestHarmS()))).toList(),
                Forecast.EVERY_S, forecast.asNow().orElse(null), null);
    }

    /** What was borne already. */
    private Map<Side, Double> doses(Setup setup, Series one, double nowS, double toOccupantK) {
        List<DangerLimit> there = setup.needs().dangerLimits(Quantity.TEMPERATURE).stream().map(each -> each.asMeasured(toOccupantK)).toList();
        HarmNear near = new HarmNear(there, 1);
        List<Reading> readings = heards.since(one.number(), nowS - near.lookBackS(), nowS);
        return near.doses(Heard.of(readings).holding(Heard.holdS(one.everyS(), readings)), nowS);
    }

    private static int place(Scene scene, UUID seriesId) {
        if (seriesId != null) {
            int named = scene.place(seriesId);
            if (named >= 0 && scene.watched().get(named).spot().measured() == Quantity.TEMPERATURE) {
                return named;
            }
        }
        for (int i = 0; i < scene.watched().size(); i++) {
            if (scene.watched().get(i).spot().measured() == Quantity.TEMPERATURE && scene.watched().get(i).spot().controllerId().isEmpty()) {
                return i;
            }
        }
        return -1;
    }

    private static First cannot(Instant now, String why) {
        return new First(now, null, null, List.of(), List.of(), Forecast.EVERY_S, null, why);
    }

    private static Double boxed(OptionalDouble value) {
        return value.isPresent() ? value.getAsDouble() : null;
    }
}
