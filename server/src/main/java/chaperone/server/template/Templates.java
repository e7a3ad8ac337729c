package chaperone.server.template;

import chaperone.core.template.Mistake;
import chaperone.server.platform.PlatformRegistry;
import chaperone.server.problem.ProblemException;
import java.time.Clock;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Writes templates. */
@Service
public class Templates {
    private final TemplateRepository templates;
    private final PlatformRegistry platforms;
    private final Clock clock;

    Templates(TemplateRepository templates, PlatformRegistry platforms, Clock clock) {
        this.templates = templates;
        this.platforms = platforms;
        this.clock = clock;
    }

    @Transactional(readOnly = true)
    KeptTemplate get(String name) {
        return templates.findByName(name).orElseThrow(() -> ProblemException.notFound("template", name));
    }

    /** @throws ProblemException naming the field, or the text and its line, that cannot be kept */
    @Transactional
    KeptTemplate write(String name, TemplateText text, String by) {
        check(text);
        KeptTemplate template = templates.findByName(name).orElseGet(() -> new KeptTemplate(name));
        template.write(text, by, clock.instant());
        return templates.saveAndFlush(template);
    }

    /** @throws ProblemException as {@link #write} does */
    void check(TemplateText text) {
        for (String platform : text.variants().keySet()) platforms.get(platform);
        List<Mistake> mistakes = text.template().mistakes();
        if (!mistakes.isEmpty()) throw refused(mistakes, "Mend it and send the template again; nothing was kept.");
    }

    /** Written by somebody who does not look at what comes of it. */
    @Transactional
    public void keep(String name, TemplateText text, String by) {
        write(name, text, by);
    }

    @Transactional
    void remove(String name) {
        templates.delete(get(name));
    }

    static ProblemException refused(List<Mistake> mistakes, String advice) {
        return new ProblemException(
                HttpStatus.UNPROCESSABLE_CONTENT,
                "template",
                mistakes.stream().map(Templates::words).collect(Collectors.joining("; ")) + ".",
                advice,
                Map.of("mistakes", mistakes));
    }

    /** What is wrong, with the field or the line in front. */
    static String words(Mistake mistake) {
        String where = mistake.field()
                .map(field -> "Field " + field)
                .or(() -> mistake.line().map(line -> mistake.platform().orElse("") + ", line " + line))
                .or(mistake::platform)
                .orElse("The template");
        return where + ": " + mistake.message();
    }
}
