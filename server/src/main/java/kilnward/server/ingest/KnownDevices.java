package kilnward.server.ingest;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import jakarta.servlet.http.HttpServletRequest;
import java.time.Duration;
import java.util.Optional;
import java.util.UUID;
import kilnward.server.series.Devices;
import kilnward.server.wire.door.Sender;
import kilnward.server.wire.problem.NotLetInException;
import org.springframework.http.HttpHeaders;
import org.springframework.stereotype.Component;

/** Knows devices by their token, before anything else of a request is looked at; whether the token still holds is asked again once its readings are there. */
@Component
class KnownDevices implements Sender {
    private final Devices devices;
    private final Cache<String, UUID> known = Caffeine.newBuilder().maximumSize(20_000).expireAfterWrite(Duration.ofSeconds(30)).build();

    KnownDevices(Devices devices) {
        this.devices = devices;
    }

    @Override
    public boolean knows(HttpServletRequest request) {
        return request.getHeader(HttpHeaders.AUTHORIZATION) != null;
    }

    @Override
    public Optional<String> of(HttpServletRequest request) {
        return ReadingsController.token(request.getHeader(HttpHeaders.AUTHORIZATION)).flatMap(this::device).map(each -> "device " + each);
    }

    private Optional<UUID> device(String token) {
        try {
            return Optional.of(known.get(token, fresh -> devices.letIn(fresh).id()));
        } catch (NotLetInException unknown) {
            return Optional.empty();
        }
    }
}
