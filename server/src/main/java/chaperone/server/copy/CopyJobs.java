package chaperone.server.copy;

import chaperone.server.fleet.Device;
import chaperone.server.job.JobKind;
import chaperone.server.job.JobService;
import chaperone.server.job.NewJobLine;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Service;

/** Starts jobs that copy devices. */
@Service
public class CopyJobs {
    private final JobService jobs;

    CopyJobs(JobService jobs) {
        this.jobs = jobs;
    }

    /** @return the number of the job */
    public long start(List<Device> devices, boolean isWholeFleet, String askedBy) {
        String title = devices.size() == 1 ? "Copy " + devices.get(0).name() : "Copy " + devices.size() + " devices";
        return start(devices, isWholeFleet ? "Copy the whole fleet" : title, askedBy);
    }

    /** @param title what people read of the job */
    public long start(List<Device> devices, String title, String askedBy) {
        return jobs.start(
                JobKind.COPY,
                title,
                askedBy,
                devices.stream().map(CopyJobs::line).toList());
    }

    /** They save what they run. */
    long save(List<Device> devices, String askedBy) {
        String title =
                devices.size() == 1 ? "Save on " + devices.get(0).name() : "Save on " + devices.size() + " devices";
        return jobs.start(
                JobKind.SAVE,
                title,
                askedBy,
                devices.stream().map(CopyJobs::line).toList());
    }

    private static NewJobLine line(Device device) {
        return new NewJobLine(
                device.name(),
                device.host(),
                device.port(),
                device.siteName(),
                device.role(),
                Optional.of(device.id()),
                Optional.of(device.credentialSet()),
                NewJobLine.NO_PAYLOAD);
    }
}
