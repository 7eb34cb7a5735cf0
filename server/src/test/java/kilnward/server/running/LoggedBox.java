package kilnward.server.running;

import java.time.Instant;
import java.time.ZoneOffset;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.List;
import java.util.SplittableRandom;
import java.util.UUID;
import kilnward.core.fitting.BoxParameter;
import kilnward.core.rehearsal.LiveRun;
import kilnward.core.rehearsal.scenario.RoomCurve;
import kilnward.core.rehearsal.scenario.Scenario;
import kilnward.core.setup.Setup;
import kilnward.server.running.RunningServer.Running;
import kilnward.server.settings.ChamberService;
import tools.jackson.databind.JsonNode;

/** A chamber whose box loses half as much again as planned, logged for eight hours from cold in a room of 18 °C by a logger and a plug, as far as a device tells. */
public record LoggedBox(ApiClient lead, String chamber, String read, String watts, Instant from) {
    /** What it loses over what is planned. */
    public static final double LOSES = 1.5;
    private static final double ROOM_C = 18;
    private static final int MINUTES = 480;
    private static final int PLUG_READS = 4;

    /** What to learn from, as JSON, with more fields, each begun by a comma. */
    public String span(String more) {
        return "{\"seriesId\":\"" + read + "\",\"from\":\"" + from + "\",\"to\":\"" + until() + "\",\"cold\":true" + more + "}";
    }

    /** Where the log ends. */
    public Instant until() {
        return from.plusSeconds(60L * MINUTES);
    }

    /** Makes one. */
    public static LoggedBox of(Running server, String name) {
        ApiClient lead = ApiClient.as(server, "LEAD");
        JsonNode chamber = lead.post("/api/v1/chambers", "{\"name\":\"" + name + "\",\"guideId\":\"corn-snake-eggs\",\"buildId\":\"foam-box-mat\"}").body();
        String id = chamber.get("id").asString();
        for (JsonNode begun : chamber.get("begun")) {
            require(201, lead.post("/api/v1/chambers/" + id + "/controllers/" + begun.get("controllerId").asString() + "/settings",
                    "{\"basedOn\":0,\"reason\":\"as it begins\",\"values\":" + begun.get("values") + "}").status());
        }
        Setup box = BoxParameter.LOSS.with(server.bean(ChamberService.class).setup(UUID.fromString(id)), "", LOSES);
        DeviceClient device = DeviceClient.added(lead, server.url(), id, "logger and plug");
        String probe = box.controllers().get(0).probeIds().get(0);
        LoggedBox logged = new LoggedBox(lead, id, device.series("at the probe", "TEMPERATURE", "C", probe), device.series("plug", "POWER", "W"),
                Instant.now().minus(2, ChronoUnit.DAYS).atZone(ZoneOffset.UTC).truncatedTo(ChronoUnit.DAYS).toInstant());
        send(box, device, logged, box.probes().stream().map(each -> each.id()).toList().indexOf(probe));
        return logged;
    }

    private static void send(Setup box, DeviceClient device, LoggedBox logged, int probe) {
        LiveRun run = LiveRun.begin(box.rig(), new Scenario(RoomCurve.constant(ROOM_C), 0, 1, 1, Scenario.Start.COLD, List.of(), 1));
        SplittableRandom random = new SplittableRandom(5);
        double labelW = box.chamber().heaters().stream().mapToDouble(each -> each.electricalW()).sum();
        List<String> rows = new ArrayList<>();
        for (int i = 0; i < MINUTES * PLUG_READS; i++) {
            double whenS = 60.0 / PLUG_READS * i;
            if (whenS > run.timeS()) {
                run.advance(whenS - run.timeS());
            }
            LiveRun.Seen seen = run.seen();
            Instant at = logged.from.plusMillis(Math.round(1000 * whenS));
            rows.add("{\"series\":\"" + logged.watts + "\",\"at\":\"" + at + "\",\"value\":" + Math.round(labelW * seen.outputs().get(0).level()) + "}");
            if (i % PLUG_READS == 0) {
                double read = Math.rint(10 * (seen.probes().get(probe).temperatureC() + 0.05 * random.nextGaussian())) / 10;
                rows.add("{\"series\":\"" + logged.read + "\",\"at\":\"" + at + "\",\"value\":" + read + "}");
            }
        }
        require(rows.size(), device.send("{\"readings\":[" + String.join(",", rows) + "]}").body().get("stored").asInt());
    }

    private static void require(int expected, int was) {
        if (was != expected) {
            throw new IllegalStateException(was + " and not " + expected);
        }
    }
}
