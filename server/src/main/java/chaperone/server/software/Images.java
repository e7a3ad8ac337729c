package chaperone.server.software;

import chaperone.core.release.DigestList;
import chaperone.core.release.ImageIdentity;
import chaperone.server.platform.PlatformRegistry;
import chaperone.server.problem.ProblemException;
import chaperone.server.software.ImageContents.Stored;
import java.io.BufferedInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.time.Clock;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.http.HttpStatus;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Brings images in, and checks them against the lists that lie beside them. */
@Service
public class Images {
    private final ImageRepository images;
    private final StandardReleaseRepository standards;
    private final StandardReleases chosen;
    private final ImageContents contents;
    private final PlatformRegistry platforms;
    private final JdbcClient database;
    private final Clock clock;

    Images(
            ImageRepository images,
            StandardReleaseRepository standards,
            StandardReleases chosen,
            ImageContents contents,
            PlatformRegistry platforms,
            JdbcClient database,
            Clock clock) {
        this.images = images;
        this.standards = standards;
        this.chosen = chosen;
        this.contents = contents;
        this.platforms = platforms;
        this.database = database;
        this.clock = clock;
    }

    @Transactional(readOnly = true)
    Image get(long id) {
        return images.findById(id).orElseThrow(() -> ProblemException.notFound("image", id));
    }

    /**
     * @param model for which it is meant; whichever it says if it is left out
     * @throws ProblemException if it is no image, one for another model, or here already; then nothing is kept
     */
    @Transactional
    Image bringIn(String name, Optional<String> model, InputStream body, String by) {
        if (images.findByName(name).isPresent())
            throw conflict(
                    "There is an image " + name + " already.", "Remove it first, or give this one another name.");
        InputStream content = new BufferedInputStream(body, 2 * ImageIdentity.LONGEST_HEADER);
        Image image = images.saveAndFlush(new Image(name, identity(name, content, model), by, clock.instant()));
        Stored stored = contents.store(image.id(), content);
        images.findBySha256(stored.sha256()).ifPresent(same -> {
            throw conflict(name + " is the same file as " + same.name() + ".", "Nothing was kept: it is here already.");
        });
        image.holds(stored.size(), stored.sha256());
        return images.saveAndFlush(image);
    }

    private ImageIdentity identity(String name, InputStream content, Optional<String> model) {
        String header;
        try {
            header = ImageContents.header(content, ImageIdentity.LONGEST_HEADER);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        ImageIdentity identity = ImageIdentity.read(header, platforms.current().all())
                .orElseThrow(() -> unprocessable(
                        "no-image",
                        name + " is no image that a platform knows.",
                        "Nothing was kept. A platform says what its images begin with: see \"files\", \"image\"."));
        boolean isForAnother =
                model.filter(wanted -> !wanted.equals(identity.model())).isPresent();
        if (isForAnother)
            throw unprocessable(
                    "other-model",
                    name + " is for " + identity.model() + ", not for " + model.get() + ".",
                    "Nothing was kept. Choose the file for " + model.get() + ".");
        return identity;
    }

    /**
     * @param list as {@code sha256sum} writes it
     * @throws ProblemException if the list does not name the image, or gives it another digest
     */
    @Transactional
    Image check(long id, String list, String by) {
        Image image = get(id);
        DigestList.Outcome outcome = DigestList.read(list);
        if (outcome instanceof DigestList.Outcome.Malformed malformed)
            throw unprocessable(
                    "digest-list",
                    "Line " + malformed.line() + " of the list: " + malformed.message() + ".",
                    "Such a list has a digest and a file's name on each line.");
        String expected = ((DigestList.Outcome.Read) outcome)
                .list()
                .of(image.name())
                .orElseThrow(() -> unprocessable(
                        "not-listed",
                        "The list does not name " + image.name() + ".",
                        "Take the list that belongs to this file; the image stays unchecked."));
        if (!expected.equals(image.sha256()))
            throw unprocessable(
                    "other-digest",
                    image.name() + " is not the file that the list speaks of: it is damaged, or another one.",
                    "The list says " + expected + ", the file has " + image.sha256() + ". Fetch it again.");
        image.vouched(by);
        return image;
    }

    /** An image with its list, whose release its model shall run from now on. */
    @Transactional
    public void choose(String name, InputStream body, String list, String by) {
        Image image = bringIn(name, Optional.empty(), body, by);
        chosen.choose(check(image.id(), list, by), by);
    }

    @Transactional
    void remove(long id) {
        Image image = get(id);
        if (standards.existsByImageId(id))
            throw conflict(
                    image.name() + " is the standard release of "
                            + image.identity().model() + ".",
                    "Choose another one first, or withdraw it.");
        List<Long> rollouts = database.sql(
                        "select distinct r.id from rollout r join rollout_device d on d.rollout_id = r.id"
                                + " where d.image_id = ? and r.state not in ('DONE', 'DROPPED') order by r.id")
                .param(id)
                .query(Long.class)
                .list();
        if (!rollouts.isEmpty())
            throw conflict(
                    image.name() + " is what R-" + rollouts.get(0) + " gives to devices.",
                    "Let that rollout end, or drop it.");
        images.delete(image);
    }

    private static ProblemException conflict(String meaning, String advice) {
        return new ProblemException(HttpStatus.CONFLICT, "image", meaning, advice);
    }

    private static ProblemException unprocessable(String code, String meaning, String advice) {
        return new ProblemException(HttpStatus.UNPROCESSABLE_CONTENT, code, meaning, advice, Map.of());
    }
}
