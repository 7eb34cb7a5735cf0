package kilnward.server.series;

import jakarta.validation.Valid;
import java.net.URI;
import java.security.Principal;
import java.util.List;
import java.util.UUID;
import kilnward.server.people.Needs;
import kilnward.server.people.Role;
import kilnward.server.series.SeriesViews.DeviceRequest;
import kilnward.server.series.SeriesViews.DeviceView;
import kilnward.server.series.SeriesViews.Made;
import kilnward.server.series.SeriesViews.NewDevice;
import kilnward.server.series.SeriesViews.Retention;
import kilnward.server.series.SeriesViews.RetentionView;
import kilnward.server.series.SeriesViews.SeriesChangeRequest;
import kilnward.server.series.SeriesViews.SeriesRequest;
import kilnward.server.series.SeriesViews.SeriesView;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** Devices and series of a chamber. */
@RestController
@RequestMapping("/api/v1/chambers/{chamberId}")
public class DeviceController {
    private final Devices devices;
    private final SeriesService series;

    public DeviceController(Devices devices, SeriesService series) {
        this.devices = devices;
        this.series = series;
    }

    @Needs(Role.VISITOR)
    @GetMapping("/devices")
    public List<DeviceView> devices(@PathVariable UUID chamberId) {
        return devices.all(chamberId);
    }

    /** Adds a device; its token is in this answer and nowhere else. */
    @Needs(Role.LEAD)
    @PostMapping("/devices")
    public ResponseEntity<NewDevice> add(@PathVariable UUID chamberId, @Valid @RequestBody DeviceRequest device, Principal who) {
        NewDevice made = devices.add(UUID.randomUUID(), chamberId, device.name(), who.getName());
        return ResponseEntity.created(URI.create("/api/v1/chambers/" + chamberId + "/devices/" + made.id())).body(made);
    }

    @Needs(Role.LEAD)
    @PutMapping("/devices/{id}")
    public List<DeviceView> rename(@PathVariable UUID chamberId, @PathVariable UUID id, @Valid @RequestBody DeviceRequest device) {
        devices.rename(chamberId, id, device.name());
        return devices.all(chamberId);
    }

    /** Another token for a device; the one before lets nobody in any more. */
    @Needs(Role.LEAD)
    @PostMapping("/devices/{id}/token")
    public NewDevice renew(@PathVariable UUID chamberId, @PathVariable UUID id) {
        return devices.renew(chamberId, id);
    }

    @Needs(Role.LEAD)
    @PostMapping("/devices/{id}/revoke")
    public List<DeviceView> revoke(@PathVariable UUID chamberId, @PathVariable UUID id, Principal who) {
        devices.revoke(chamberId, id, who.getName());
        return devices.all(chamberId);
    }

    @Needs(Role.VISITOR)
    @GetMapping("/series")
    public List<SeriesView> series(@PathVariable UUID chamberId) {
        return series.all(chamberId);
    }

    @Needs(Role.LEAD)
    @PostMapping("/series")
    public ResponseEntity<Made> add(@PathVariable UUID chamberId, @Valid @RequestBody SeriesRequest asked, Principal who) {
        UUID id = series.add(UUID.randomUUID(), chamberId, asked, who.getName());
        return ResponseEntity.created(URI.create("/api/v1/chambers/" + chamberId + "/series/" + id)).body(new Made(id.toString()));
    }

    @Needs(Role.LEAD)
    @PutMapping("/series/{id}")
    public List<SeriesView> change(@PathVariable UUID chamberId, @PathVariable UUID id, @Valid @RequestBody SeriesChangeRequest asked) {
        series.change(chamberId, id, asked);
        return series.all(chamberId);
    }

    @Needs(Role.LEAD)
    @PostMapping("/series/{id}/retire")
    public List<SeriesView> retire(@PathVariable UUID chamberId, @PathVariable UUID id) {
        series.retire(chamberId, id, true);
        return series.all(chamberId);
    }

    @Needs(Role.LEAD)
    @PostMapping("/series/{id}/restore")
    public List<SeriesView> restore(@PathVariable UUID chamberId, @PathVariable UUID id) {
        series.retire(chamberId, id, false);
        return series.all(chamberId);
    }

    @Needs(Role.VISITOR)
    @GetMapping("/series/{id}/retention")
    public RetentionView retention(@PathVariable UUID chamberId, @PathVariable UUID id) {
        return series.retention(chamberId, id);
    }

    @Needs(Role.LEAD)
    @PutMapping("/series/{id}/retention")
    public RetentionView keep(@PathVariable UUID chamberId, @PathVariable UUID id, @Valid @RequestBody Retention keeps) {
        series.keep(chamberId, id, keeps);
        return series.retention(chamberId, id);
    }
}
