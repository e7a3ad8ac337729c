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
    public DevicePlan {
        edits = List.copyOf(edits);
        remarks = List.copyOf(remarks);
    }
}
