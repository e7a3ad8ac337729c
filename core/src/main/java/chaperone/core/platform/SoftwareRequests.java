package chaperone.core.platform;

import com.google.re2j.Matcher;
import com.google.re2j.Pattern;
import java.util.Locale;
import java.util.Optional;

/**
 * How a family's software is renewed; {@code {}} stands for the name of an image's file on the device.
 *
 * @param digest the request for the digest of a file; none if the device cannot tell it
 * @param digestAnswer its first group is the SHA-256 in hexadecimal digits
 * @param drop the request that removes a file; none if that cannot be said
 * @param startFrom the request that chooses the image of the next start
 * @param restart the request that starts the device anew, which ends the conversation
 * @param question what the device asks back before it does; none if it does not ask
 * @param answer what is said to that
 */
public record SoftwareRequests(
        Optional<String> digest,
        Optional<Pattern> digestAnswer,
        Optional<String> drop,
        String startFrom,
        String restart,
        Optional<Pattern> question,
        Optional<String> answer) {

    public static String of(String request, String file) {
        return request.replace("{}", file);
    }

    /** The digest that an answer tells, in small digits. */
    public Optional<String> digestIn(String said) {
        return digestAnswer.flatMap(pattern -> said.lines()
                .map(pattern::matcher)
                .filter(Matcher::find)
                .map(matcher -> matcher.group(1).toLowerCase(Locale.ROOT))
                .findFirst());
    }
}
