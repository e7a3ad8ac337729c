package chaperone.core.platform;

import chaperone.core.config.Grammar;
import chaperone.core.config.JsonGrammar;
import chaperone.core.config.XmlGrammar;
import chaperone.core.locator.Locator;
import chaperone.core.noise.Noise;
import chaperone.core.platform.FactPatterns.ModulePatterns;
import chaperone.core.platform.FactPatterns.StoragePatterns;
import chaperone.core.structure.Structure;
import chaperone.core.table.TableKind;
import chaperone.core.table.TableReader;
import com.google.re2j.Pattern;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;

/** Reads a platform from YAML; every mistake is reported with its line, not only the first. */
public final class PlatformReader {
    private PlatformReader() {}

    /** Either a platform, or all that is wrong with its text. */
    public sealed interface Outcome {
        record Read(Platform platform) implements Outcome {}

        record Refused(List<PlatformProblem> problems) implements Outcome {
            public Refused {
                problems = List.copyOf(problems);
            }
        }
    }

    /** Reads up to 256 KiB of YAML; linear in its length but for the compilation of its patterns. */
    public static Outcome read(String yaml) {
        List<PlatformProblem> problems = new ArrayList<>();
        Optional<YamlBlock> root = YamlBlock.parse(yaml, problems);
        if (root.isEmpty()) return new Outcome.Refused(problems);
        Platform platform = platform(root.get());
        return problems.isEmpty() ? new Outcome.Read(platform) : new Outcome.Refused(problems);
    }

    private static Platform platform(YamlBlock root) {
        YamlBlock configuration = root.block("configuration");
        Grammar grammar = GrammarEntries.read(configuration);
        Structure structure =
                root.optionalBlock("structure").map(StructureEntries::read).orElse(Structure.NONE);
        return new Platform(
                root.name("platform"),
                root.text("title"),
                dialogue(root),
                root.optionalBlock("recognise").map(PlatformReader::recognition),
                copy(root.block("copy")),
                grammar,
                configuration.has("on-syntax-error")
                        && configuration
                                .oneOf("on-syntax-error", "refuse", "keep")
                                .equals("keep"),
                structure,
                new Noise(root.blocks("noise").stream()
                        .map(block -> noise(grammar, block))
                        .toList()),
                new Secrets(root.blocks("secrets").stream()
                        .map(block -> locator(grammar, block, 1))
                        .toList()),
                facts(root.block("facts")),
                root.blocks("tables").stream().map(PlatformReader::table).toList(),
                root.optionalBlock("files").map(PlatformReader::files),
                root.optionalBlock("software").map(PlatformReader::software),
                root.optionalBlock("edit").map(block -> EditEntries.read(block, structure)),
                root.optionalBlock("quick-check").map(PlatformReader::quickCheck),
                root.optionalBlock("first-contact").map(PlatformReader::firstContact),
                ownPage(root),
                root.optionalBlock("log")
                        .map(block -> new LogPatterns(block.pattern("edited"), block.optionalPattern("logged-in", 0))),
                root.optionalPattern("read-only", 0));
    }

    private static Dialogue dialogue(YamlBlock root) {
        return switch (root.oneOf("protocol", "shell", "netconf", "https")) {
            case "netconf" -> withoutShell(root, new Dialogue.Netconf());
            case "https" -> withoutShell(root, new Dialogue.Https());
            default -> ShellEntries.read(root.block("shell"));
        };
    }

    private static Dialogue withoutShell(YamlBlock root, Dialogue dialogue) {
        if (root.has("shell")) root.problem("shell", "\"shell\" stands only in a platform whose protocol is shell");
        return dialogue;
    }

    private static Recognition recognition(YamlBlock block) {
        return new Recognition(block.text("request"), block.pattern("answer"));
    }

    private static CopyRequests copy(YamlBlock block) {
        return new CopyRequests(
                block.text("running"),
                block.optionalText("saved"),
                block.optionalPattern("size", 1),
                block.optionalPattern("partial", 0));
    }

    private static Noise.Item noise(Grammar grammar, YamlBlock block) {
        return new Noise.Item(block.text("name"), locator(grammar, block, 0), block.text("reason"));
    }

    /** @param groups how many a pattern needs at least */
    private static Locator locator(Grammar grammar, YamlBlock block, int groups) {
        boolean byPath = block.has("path");
        if (byPath == block.has("pattern")) block.problem("pattern", "one of \"pattern\" and \"path\" is needed");
        if (byPath && !hasPaths(grammar)) block.problem("path", "only texts of the grammars json and xml have paths");
        return byPath
                ? new Locator.ByPath(block.pattern("path"))
                : new Locator.ByPattern(block.pattern("pattern", groups));
    }

    private static boolean hasPaths(Grammar grammar) {
        return grammar instanceof JsonGrammar || grammar instanceof XmlGrammar;
    }

    private static FactPatterns facts(YamlBlock block) {
        return new FactPatterns(
                block.text("request"),
                block.pattern("name", 1),
                block.optionalPattern("model", 1),
                block.optionalPattern("serial", 1),
                block.optionalPattern("release", 1),
                block.optionalPattern("mac-base", 1),
                block.optionalPattern("install-mode", 1),
                uptime(block),
                block.optionalBlock("storage").map(PlatformReader::storage),
                block.optionalBlock("modules").map(PlatformReader::modules));
    }

    private static Optional<Pattern> uptime(YamlBlock block) {
        Optional<Pattern> uptime = block.optionalPattern("uptime", 1);
        if (uptime.filter(pattern ->
                        pattern.namedGroups().isEmpty() && !pattern.pattern().isEmpty())
                .isPresent()) {
            block.problem(
                    "uptime",
                    "the pattern needs groups (?P<days>...), (?P<hours>...), (?P<minutes>...) or (?P<seconds>...)");
        }
        return uptime;
    }

    private static StoragePatterns storage(YamlBlock block) {
        return new StoragePatterns(block.text("request"), block.pattern("free", 1), block.optionalPattern("total", 1));
    }

    private static ModulePatterns modules(YamlBlock block) {
        Pattern module = block.pattern("module");
        boolean hasSlot =
                module.namedGroups().containsKey("slot") || module.pattern().isEmpty();
        if (!hasSlot) block.problem("module", "the pattern needs a group (?P<slot>...)");
        return new ModulePatterns(block.text("request"), module);
    }

    private static QuickCheck quickCheck(YamlBlock block) {
        return new QuickCheck(block.text("request"), block.pattern("mark", 1), block.optionalPattern("by", 1));
    }

    private static Optional<String> ownPage(YamlBlock root) {
        Optional<String> page = root.optionalText("web-page");
        boolean isSound = page.filter(text -> !text.startsWith("https://{}") && !text.startsWith("http://{}"))
                .isEmpty();
        if (!isSound) root.problem("web-page", "expected an address such as https://{}/");
        return page;
    }

    private static FirstContact firstContact(YamlBlock block) {
        List<FirstContact.Item> items =
                block.blocks("items").stream().map(PlatformReader::baseItem).toList();
        if (items.isEmpty()) block.problem("items", "\"items\" needs at least one");
        Set<String> titles = new HashSet<>();
        for (FirstContact.Item item : items) {
            if (!titles.add(item.title())) block.problem("items", "\"" + item.title() + "\" is there twice");
        }
        return new FirstContact(block.text("how"), baseLines(block, "begin"), items, baseLines(block, "finish"));
    }

    private static FirstContact.Item baseItem(YamlBlock block) {
        return new FirstContact.Item(
                block.text("item"),
                block.optionalText("needed-for"),
                baseLines(block, "lines"),
                block.optionalPattern("present", 0),
                block.optionalPattern("absent", 0));
    }

    private static List<String> baseLines(YamlBlock block, String key) {
        List<String> lines = block.texts(key);
        for (String unknown : FirstContact.unknownPlaces(lines)) {
            block.problem(key, unknown + " is none of the fields that a person fills in");
        }
        return lines;
    }

    private static TableReader table(YamlBlock block) {
        TableKind kind = TableKind.valueOf(
                block.oneOf("table", "routes", "arp", "macs", "neighbours").toUpperCase(Locale.ROOT));
        Pattern row = block.pattern("row");
        for (String group : row.namedGroups().keySet()) {
            if (!kind.columns().contains(group)) {
                block.problem("row", "no column is called \"" + group + "\"; there are " + kind.columns());
            }
        }
        for (String column : kind.keyColumns()) {
            boolean isThere = row.namedGroups().containsKey(column);
            if (!isThere && !row.pattern().isEmpty()) {
                block.problem("row", "the pattern needs a group (?P<" + column + ">...)");
            }
        }
        return new TableReader(kind, block.text("request"), row);
    }

    private static FileWay files(YamlBlock block) {
        FileWay.Kind kind = FileWay.Kind.valueOf(
                block.oneOf("protocol", "scp", "sftp", "https").toUpperCase(Locale.ROOT));
        return new FileWay(kind, path(block, "put"), path(block, "get"), image(block));
    }

    private static SoftwareRequests software(YamlBlock block) {
        if (block.has("digest") != block.has("digest-answer"))
            block.problem("digest", "\"digest\" and \"digest-answer\" go together");
        if (block.has("question") != block.has("answer"))
            block.problem("question", "\"question\" and \"answer\" go together");
        return new SoftwareRequests(
                naming(block, "digest"),
                block.optionalPattern("digest-answer", 1),
                naming(block, "drop"),
                naming(block, "start-from").orElseGet(() -> block.text("start-from")),
                block.text("restart"),
                block.optionalPattern("question", 0),
                block.optionalText("answer"));
    }

    private static Optional<String> naming(YamlBlock block, String key) {
        Optional<String> request = block.optionalText(key);
        if (request.filter(text -> !text.contains("{}")).isPresent())
            block.problem(key, "\"" + key + "\" needs {} for the file's name");
        return request;
    }

    private static Optional<Pattern> image(YamlBlock block) {
        Optional<Pattern> image = block.optionalPattern("image", 2);
        boolean hasGroups = image.isEmpty()
                || image.get().pattern().isEmpty()
                || image.get().namedGroups().keySet().containsAll(List.of("model", "release"));
        if (!hasGroups) block.problem("image", "the pattern needs groups (?P<model>...) and (?P<release>...)");
        return image;
    }

    private static String path(YamlBlock block, String key) {
        String path = block.text(key);
        if (!path.isEmpty() && !path.contains("{}")) block.problem(key, "\"" + key + "\" needs {} for the file's name");
        return path;
    }
}
