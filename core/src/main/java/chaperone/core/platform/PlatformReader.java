package chaperone.core.platform;

import chaperone.core.compare.Noise;
import chaperone.core.config.IndentedGrammar;
import chaperone.core.config.IndentedGrammar.VerbatimBlock;
import com.google.re2j.Pattern;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

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
        root.allow("platform", "title", "recognise", "shell", "copy", "configuration", "noise", "secrets", "facts");
        return new Platform(
                root.name("platform"),
                root.text("title"),
                recognition(root.block("recognise")),
                shell(root.block("shell")),
                copy(root.block("copy")),
                grammar(root.block("configuration")),
                new Noise(
                        root.blocks("noise").stream().map(PlatformReader::noise).toList()),
                new Secrets(root.blocks("secrets").stream()
                        .map(PlatformReader::secret)
                        .toList()),
                facts(root.block("facts")));
    }

    private static Recognition recognition(YamlBlock block) {
        block.allow("command", "answer");
        return new Recognition(block.text("command"), block.pattern("answer"));
    }

    private static ShellDialogue shell(YamlBlock block) {
        block.allow("prompt", "privileged-prompt", "raise", "page", "refusal", "leave");
        YamlBlock raise = block.block("raise");
        raise.allow("command", "asks");
        YamlBlock page = block.block("page");
        page.allow("off", "ends-with", "next");
        return new ShellDialogue(
                block.pattern("prompt"),
                block.pattern("privileged-prompt"),
                raise.text("command"),
                raise.pattern("asks"),
                page.text("off"),
                page.text("ends-with"),
                page.text("next"),
                block.pattern("refusal"),
                block.text("leave"));
    }

    private static CopyCommands copy(YamlBlock block) {
        block.allow("running", "saved", "size");
        return new CopyCommands(block.text("running"), block.text("saved"), block.optionalPattern("size", 1));
    }

    private static IndentedGrammar grammar(YamlBlock block) {
        block.allow("grammar", "comment", "tab-width", "verbatim");
        block.oneOf("grammar", "indented");
        List<VerbatimBlock> verbatim =
                block.blocks("verbatim").stream().map(PlatformReader::verbatim).toList();
        String comment = block.text("comment");
        // An empty one is reported already; the grammar itself would not take it.
        return new IndentedGrammar(comment.isEmpty() ? "#" : comment, block.number("tab-width", 1, 16), verbatim);
    }

    private static VerbatimBlock verbatim(YamlBlock block) {
        block.allow("opens", "lines");
        return new VerbatimBlock(block.pattern("opens"), block.pattern("lines"));
    }

    private static Noise.Item noise(YamlBlock block) {
        block.allow("name", "pattern", "reason");
        return new Noise.Item(block.text("name"), block.pattern("pattern"), block.text("reason"));
    }

    private static Pattern secret(YamlBlock block) {
        block.allow("pattern");
        return block.pattern("pattern", 1);
    }

    private static FactPatterns facts(YamlBlock block) {
        block.allow("command", "name", "model", "serial", "release");
        return new FactPatterns(
                block.text("command"),
                block.pattern("name", 1),
                block.pattern("model", 1),
                block.pattern("serial", 1),
                block.pattern("release", 1));
    }
}
