package chaperone.server.software;

import chaperone.connect.file.FileSource;
import chaperone.server.fleet.Device;
import chaperone.server.problem.ProblemException;
import java.io.InputStream;
import java.util.Optional;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** The images that devices are given. */
@Component
public class RolloutImages {
    private final ImageRepository images;
    private final StandardReleaseRepository standards;
    private final ImageContents contents;

    RolloutImages(ImageRepository images, StandardReleaseRepository standards, ImageContents contents) {
        this.images = images;
        this.standards = standards;
        this.contents = contents;
    }

    /** @param sha256 in hexadecimal digits */
    public record ImageFile(long id, String name, String release, long size, String sha256, FileSource content) {}

    /** The image of the release that is the standard one of a device's model. */
    @Transactional(readOnly = true)
    public Optional<ImageFile> standardFor(Device device) {
        return standards
                .findByPlatformAndModel(device.platform(), device.model())
                .map(standard -> file(standard.image()));
    }

    /** @throws ProblemException if it was removed */
    @Transactional(readOnly = true)
    public ImageFile file(long id) {
        Image image = images.findById(id).orElseThrow(() -> ProblemException.notFound("image", id));
        return new ImageFile(
                id, image.name(), image.identity().release(), image.size(), image.sha256(), new FileSource() {
                    @Override
                    public long size() {
                        return image.size();
                    }

                    @Override
                    public InputStream open() {
                        return contents.open(id);
                    }
                });
    }
}
