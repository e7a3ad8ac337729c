package chaperone.core.release;

import chaperone.core.platform.FileWay;
import chaperone.core.platform.Platform;
import com.google.re2j.Matcher;
import com.google.re2j.Pattern;
import java.util.List;
import java.util.Optional;

/**
 * What an image is for.
 *
 * @param platform the name of the family
 */
public record ImageIdentity(String platform, String model, String release) {
    /** An image says in its first line what it is; a longer one is none. */
    public static final int LONGEST_HEADER = 500;

    /**
     * @param header the image's first line
     * @return nothing if no platform knows such images
     */
    public static Optional<ImageIdentity> read(String header, List<Platform> platforms) {
        if (header.length() > LONGEST_HEADER) return Optional.empty();
        for (Platform platform : platforms) {
            Optional<Pattern> pattern = platform.files().flatMap(FileWay::image);
            if (pattern.isEmpty()) continue;
            Matcher matcher = pattern.get().matcher(header);
            if (matcher.find())
                return Optional.of(
                        new ImageIdentity(platform.name(), matcher.group("model"), matcher.group("release")));
        }
        return Optional.empty();
    }
}
