package kilnward.server.begin;

import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.Size;
import kilnward.server.wire.OrNull;

/** A new chamber; the guide may be left for later, and without a build it begins as a foam box with a mat. */
public record NewChamber(@NotBlank @Size(max = 80) String name, @OrNull @Size(max = 80) String guideId,
        @OrNull @Size(max = 80) String schoolId, @OrNull @Size(max = 80) String stageId, @OrNull @Size(max = 80) String buildId) {
    /** One that begins as a foam box with a mat. */
    public NewChamber(String name, String guideId, String schoolId, String stageId) {
        this(name, guideId, schoolId, stageId, null);
    }
}
