package chaperone.standins.brisling;

import java.util.Locale;
import java.util.Optional;
import java.util.regex.Pattern;
import java.util.stream.Stream;

/** The statements of the language, in the order of printing; the first group tells which line a new one replaces. */
enum Kind {
    NAME("name ()([A-Za-z0-9][A-Za-z0-9._-]{0,62})"),
    ADMIN("admin ([\\w.-]{1,40}) (?:password|hash) (\\S{1,100})"),
    REACH("reach ()(shell|cable)"),
    LOG_SERVER("log-server (\\d{1,3}(?:\\.\\d{1,3}){3})"),
    TIME_SERVER("time-server (\\d{1,3}(?:\\.\\d{1,3}){3})"),
    PORT("port (e[1-8]) address (\\d{1,3}(?:\\.\\d{1,3}){3}/\\d{1,2})"),
    ZONE("zone ([\\w-]{1,40}) ports (e[1-8](?:,e[1-8])*)"),
    OBJECT("object ([\\w-]{1,60}) (?:host \\d{1,3}(?:\\.\\d{1,3}){3}|net \\d{1,3}(?:\\.\\d{1,3}){3}/\\d{1,2})"),
    SERVICE("service ([\\w-]{1,40}) (?:tcp|udp) \\d{1,5}"),
    BUNDLE("bundle ([\\w-]{1,40}) ([\\w-]{1,60}(?:,[\\w-]{1,60})*)"),
    ROUTE("route (\\d{1,3}(?:\\.\\d{1,3}){3}/\\d{1,2}) via (\\d{1,3}(?:\\.\\d{1,3}){3})"),
    RULE("rule ([1-9]\\d{0,4}) \"([^\"]{0,80})\" from (\\S+) to (\\S+) source (\\S+) destination (\\S+) service (\\S+)"
            + " do (pass|stop)( log)?( off)?");

    final Pattern form;

    Kind(String form) {
        this.form = Pattern.compile(form);
    }

    String word() {
        return name().toLowerCase(Locale.ROOT).replace('_', '-');
    }

    static Optional<Kind> of(String statement) {
        String word = statement.split(" ", 2)[0];
        return Stream.of(values()).filter(kind -> kind.word().equals(word)).findFirst();
    }
}
