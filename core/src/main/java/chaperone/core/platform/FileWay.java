package chaperone.core.platform;

import com.google.re2j.Pattern;
import java.util.Optional;

/**
 * How files are sent to a device and fetched from it.
 *
 * @param put the path of a file on the device, with {@code {}} for its name; for HTTPS the address it is put to
 * @param get where it is fetched from, in the same form
 * @param image what the first line of an image of this family looks like, with groups {@code model} and {@code release}
 */
public record FileWay(Kind kind, String put, String get, Optional<Pattern> image) {

    /** Copying over SSH, the file transfer protocol over SSH, or HTTPS. */
    public enum Kind {
        SCP,
        SFTP,
        HTTPS
    }

    public String putPath(String name) {
        return put.replace("{}", name);
    }

    public String getPath(String name) {
        return get.replace("{}", name);
    }
}
