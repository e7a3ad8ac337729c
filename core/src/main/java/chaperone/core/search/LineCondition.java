package chaperone.core.search;

import chaperone.core.address.AddressRange;
import chaperone.core.address.IpAddress;
import chaperone.core.config.ConfigNode;
import com.google.re2j.Matcher;
import com.google.re2j.Pattern;
import java.util.List;
import java.util.Locale;
import java.util.Optional;

/** What of a configuration is meant. */
sealed interface LineCondition {

    /** Texts, in small letters, without all of which a configuration holds nothing that is meant: for an index. */
    List<String> needed();

    /** @param above the statements above it, from the top */
    boolean fits(ConfigNode node, List<ConfigNode> above);

    /** Whether each line of a statement is looked at by itself, since only its letters count. */
    default Optional<LineWords> ofLines() {
        return Optional.empty();
    }

    /** A test of a line's letters alone. */
    interface LineWords {
        boolean fits(String line);
    }

    /** Lines that hold a text, in small or capital letters. */
    record Words(String text) implements LineCondition {
        public Words {
            text = text.toLowerCase(Locale.ROOT);
        }

        @Override
        public List<String> needed() {
            return List.of(text);
        }

        @Override
        public boolean fits(ConfigNode node, List<ConfigNode> above) {
            return isIn(node.text());
        }

        @Override
        public Optional<LineWords> ofLines() {
            return Optional.of(this::isIn);
        }

        boolean isIn(String line) {
            return line.toLowerCase(Locale.ROOT).contains(text);
        }

        /** Whether a statement begins with these words: what it speaks of, whatever else it says. */
        boolean begin(String statement) {
            String said = statement.toLowerCase(Locale.ROOT);
            int start = said.startsWith("\"") ? 1 : 0;
            int end = start + text.length();
            boolean isThere = said.startsWith(text, start);
            return isThere && (end == said.length() || !Character.isLetterOrDigit(said.charAt(end)));
        }
    }

    /** Lines that an expression matches. */
    record Expression(Pattern pattern) implements LineCondition {
        @Override
        public List<String> needed() {
            return List.of();
        }

        @Override
        public boolean fits(ConfigNode node, List<ConfigNode> above) {
            return pattern.matcher(node.text()).find();
        }

        @Override
        public Optional<LineWords> ofLines() {
            return Optional.of(line -> pattern.matcher(line).find());
        }
    }

    /** Statements that hold a text, somewhere below one that begins with another. */
    record Under(Words what, Words block) implements LineCondition {
        @Override
        public List<String> needed() {
            return List.of(what.text(), block.text());
        }

        @Override
        public boolean fits(ConfigNode node, List<ConfigNode> above) {
            return what.isIn(node.text()) && above.stream().anyMatch(each -> block.begin(each.text()));
        }
    }

    /** Statements that begin with a text and have nothing directly below them that begins with another. */
    record Without(Words block, Words what) implements LineCondition {
        @Override
        public List<String> needed() {
            return List.of(block.text());
        }

        @Override
        public boolean fits(ConfigNode node, List<ConfigNode> above) {
            return block.begin(node.text()) && node.children().stream().noneMatch(child -> what.begin(child.text()));
        }
    }

    /** Statements that name an address, or a prefix or range, that lies within a prefix or range. */
    record Within(AddressRange range, List<String> needed) implements LineCondition {
        private static final Pattern ADDRESS =
                Pattern.compile("[0-9A-Fa-f:]*[.:][0-9A-Fa-f:.]*[0-9A-Fa-f:](?:/\\d{1,3})?");

        @Override
        public boolean fits(ConfigNode node, List<ConfigNode> above) {
            Matcher matcher = ADDRESS.matcher(node.text());
            while (matcher.find()) if (isWithin(matcher.group())) return true;
            return false;
        }

        private boolean isWithin(String said) {
            int slash = said.indexOf('/');
            Optional<IpAddress> address = IpAddress.read(slash < 0 ? said : said.substring(0, slash));
            if (address.isEmpty() || !range.holds(address.get())) return false;
            if (slash < 0) return true;
            // An address with the length of its prefix is an address; a prefix has to lie in it whole.
            return !(AddressRange.read(said) instanceof AddressRange.Outcome.Read prefix)
                    || !prefix.range().first().equals(address.get())
                    || range.holds(prefix.range().last());
        }
    }
}
