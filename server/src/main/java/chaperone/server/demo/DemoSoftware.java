package chaperone.server.demo;

import chaperone.server.fleet.Fleet;
import chaperone.server.rollout.RolloutService;
import chaperone.server.software.Images;
import java.io.BufferedInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.springframework.context.annotation.Profile;
import org.springframework.stereotype.Component;

/** The releases that the ferries have chosen. */
@Component
@Profile("demo")
class DemoSoftware {
    private static final List<String> CHOSEN = List.of("c2024-7.5.1.img", "r4-5.11.2.img", "r9-5.12.1.img");

    private static final String ENGINEER = "r.anand";
    private static final String APPROVER = "t.lindgren";

    private final Images images;
    private final RolloutService rollouts;
    private final Fleet fleet;

    DemoSoftware(Images images, RolloutService rollouts, Fleet fleet) {
        this.images = images;
        this.rollouts = rollouts;
        this.fleet = fleet;
    }

    /** One that runs now, over a pair, and is done when both have restarted; and one that waits for its approval. */
    void renew() {
        long first = rollouts.keep("Routers of the main office to 5.12.1", allOf("R9"), ENGINEER);
        rollouts.approve(first, APPROVER, true);
        rollouts.run(first);
        rollouts.keep("Small access switches to 7.5.1", allOf("C2024"), ENGINEER);
    }

    private List<String> allOf(String model) {
        return fleet.standings().stream()
                .filter(device -> device.model().equals(model))
                .map(Fleet.Standing::name)
                .toList();
    }

    /** @param folder where images lie, with the list of their digests */
    void choose(Path folder) throws IOException {
        String list = Files.readString(folder.resolve("SHA256SUMS"));
        for (String name : CHOSEN) {
            try (InputStream file = new BufferedInputStream(Files.newInputStream(folder.resolve(name)))) {
                images.choose(name, file, list, ENGINEER);
            }
        }
    }
}
