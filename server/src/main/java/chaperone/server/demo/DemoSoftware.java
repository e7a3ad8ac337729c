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
    private static final List<String> CHOSEN = List.of("c2024-7.5.1.img", "r4-5.11.2.img");

    private static final String BEHIND = "C2024";

    private final Images images;
    private final RolloutService rollouts;
    private final Fleet fleet;

    DemoSoftware(Images images, RolloutService rollouts, Fleet fleet) {
        this.images = images;
        this.rollouts = rollouts;
        this.fleet = fleet;
    }

    /** What waits for its approval. */
    void plan() {
        List<String> behind = fleet.standings().stream()
                .filter(device -> device.model().equals(BEHIND))
                .map(Fleet.Standing::name)
                .toList();
        rollouts.keep("Small access switches to 7.5.1", behind, "r.anand");
    }

    /** @param folder where images lie, with the list of their digests */
    void choose(Path folder) throws IOException {
        String list = Files.readString(folder.resolve("SHA256SUMS"));
        for (String name : CHOSEN) {
            try (InputStream file = new BufferedInputStream(Files.newInputStream(folder.resolve(name)))) {
                images.choose(name, file, list, "r.anand");
            }
        }
    }
}
