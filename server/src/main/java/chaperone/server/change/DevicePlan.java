package chaperone.server.change;

import chaperone.core.change.ConfigModel;
import chaperone.core.change.Remark;
import chaperone.core.change.Target;
import chaperone.server.fleet.Device;
import java.util.List;

/**
 * What a change will do to one device.
 *
 * @param baseRevision the revision of the running configuration that it starts from
 * @param edits in their order
 * @param remarks what should be known of the device beside what its edits say
 */
public record DevicePlan(
        Device device, int baseRevision, ConfigModel model, Target target, List<Long> edits, List<Remark> remarks) {
    /** Whether it may be lost, and nothing would lead it back. */
    boolean needsWords() {
        return has(Remark.Kind.NO_GUARD) && has(Remark.Kind.REACHED_THROUGH);
    }

    boolean has(Remark.Kind kind) {
        return remarks.stream().anyMatch(remark -> remark.kind() == kind);
    }

    public DevicePlan {
        edits = List.copyOf(edits);
        remarks = List.copyOf(remarks);
    }
}
