package chaperone.server.run;

import chaperone.server.change.Change;
import chaperone.server.change.ChangeViews.ChangeView;
import chaperone.server.document.FileFormat;
import chaperone.server.document.ListFile.Maker;
import chaperone.server.document.SavedFile;
import chaperone.server.run.RunTold.ToldView;
import chaperone.server.run.RunViews.ChangeRunView;
import chaperone.server.run.RunViews.RunDeviceView;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Component;
import tools.jackson.databind.json.JsonMapper;

/**
 * All that is on record of a change, as a file: who wrote, approved and ran it, what each device was told and answered, what
 * that altered, and what would have led it back. Secrets are masked as on the pages.
 */
@Component
class ChangeReport {
    private final ChangeRunRepository runs;
    private final RunViews views;
    private final RunTold told;
    private final JsonMapper json;

    /**
     * @param commands as the device reads them; nothing of this if it was removed meanwhile
     */
    record DeviceReport(RunDeviceView device, Optional<ToldView> told) {}

    /** @param devices in the order of the run */
    record RunReport(ChangeRunView run, List<DeviceReport> devices) {}

    /** @param runs the first one first */
    record Report(ChangeView change, List<RunReport> runs) {}

    ChangeReport(ChangeRunRepository runs, RunViews views, RunTold told, JsonMapper json) {
        this.runs = runs;
        this.views = views;
        this.told = told;
        this.json = json;
    }

    ResponseEntity<byte[]> in(FileFormat format, Change change, ChangeView view, Maker maker) {
        List<RunReport> all = new ArrayList<>();
        for (ChangeRun run : runs.findByChangeIdOrderByNumberDesc(change.id())) all.add(0, report(run));
        Report report = new Report(view, all);
        byte[] bytes = format == FileFormat.JSON
                ? json.writeValueAsBytes(report)
                : ReportPages.of(report, maker).in(format);
        return SavedFile.of("C-" + change.id() + "." + format.ending(), format.type(), bytes);
    }

    private RunReport report(ChangeRun run) {
        ChangeRunView view = views.view(run);
        return new RunReport(
                view,
                view.devices().stream()
                        .map(device -> new DeviceReport(device, told.find(run, device.device())))
                        .toList());
    }
}
