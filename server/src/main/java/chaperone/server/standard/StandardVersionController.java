package chaperone.server.standard;

import chaperone.server.clause.StandardYaml;
import chaperone.server.standard.StandardVersions.VersionView;
import java.util.List;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** What was put in force, by whom, and what they altered. */
@RestController
@RequestMapping("/api/standards/{name}/versions")
class StandardVersionController {
    private final Standards standards;
    private final StandardVersions versions;
    private final StandardYaml yaml;

    StandardVersionController(Standards standards, StandardVersions versions, StandardYaml yaml) {
        this.standards = standards;
        this.versions = versions;
        this.yaml = yaml;
    }

    /** The newest first. */
    @GetMapping
    @Transactional(readOnly = true)
    public List<VersionView> list(@PathVariable String name) {
        return versions.of(standards.get(name));
    }

    /** The text of one; 0 is what is being written. */
    @GetMapping(path = "/{number}/yaml", produces = "application/yaml")
    @Transactional(readOnly = true)
    public String text(@PathVariable String name, @PathVariable int number) {
        return yaml.write(versions.text(standards.get(name), number));
    }

    /** How the YAML of another differs from it, as {@code diff -u} has it; 0 is what is being written. */
    @GetMapping(path = "/{number}/difference", produces = "text/x-diff")
    @Transactional(readOnly = true)
    public String difference(
            @PathVariable String name, @PathVariable int number, @RequestParam(defaultValue = "0") int with) {
        return versions.difference(standards.get(name), number, with);
    }
}
