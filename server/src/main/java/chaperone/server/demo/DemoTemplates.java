package chaperone.server.demo;

import chaperone.core.template.Field.Kind;
import chaperone.server.template.TemplateText;
import chaperone.server.template.TemplateText.FieldText;
import chaperone.server.template.Templates;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.context.annotation.Profile;
import org.springframework.stereotype.Component;

/** Texts that the ferries fill in again and again. */
@Component
@Profile("demo")
class DemoTemplates {
    private static final String CORVANE = """
        vlan {{ vlan }} "{{ label }}"
        {% for port in ports %}
        port {{ port }}
          text "{{ label }}"
          member vlan {{ vlan }}
          flood-limit {{ flood }}
          open
          up
        {% endfor %}
        """;
    private static final String ALTAMONT = """
        {% for port in ports %}
        put ports {{ port }} text "{{ label }}"
        {% endfor %}
        """;
    private static final String BRISLING = """
        object {{ label | replace(" ", "-") }} host {{ gateway }}
        """;
    private static final String PELLON = """
        { "welcome": {{ ("New on board: " ~ label) | tojson }} }
        """;

    private final Templates templates;

    DemoTemplates(Templates templates) {
        this.templates = templates;
    }

    void keep() {
        List<FieldText> fields = List.of(
                new FieldText("vlan", Kind.NUMBER, "VLAN", Optional.empty(), false),
                new FieldText("label", Kind.TEXT, "Name", Optional.of("fish market"), false),
                new FieldText("flood", Kind.NUMBER, "Flood limit", Optional.of("0"), false),
                new FieldText("gateway", Kind.ADDRESS, "Gateway", Optional.empty(), true),
                new FieldText("ports", Kind.PORTS, "Ports", Optional.empty(), true));
        Map<String, String> variants =
                Map.of("corvane", CORVANE, "altamont", ALTAMONT, "brisling", BRISLING, "pellon", PELLON);
        String reason = "Kiosks and stalls get a VLAN of their own; points of the radio network stay out.";
        templates.keep("segment on access ports", new TemplateText(reason, fields, variants), "r.anand");
    }
}
