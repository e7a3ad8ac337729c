package chaperone.server.trial;

import chaperone.connect.Connector;
import chaperone.connect.conversation.Conversation;
import chaperone.connect.conversation.ConversationException;
import chaperone.connect.conversation.ConversationListener;
import chaperone.connect.conversation.LoginDetail;
import chaperone.connect.conversation.Target;
import chaperone.core.config.ConfigBytes;
import chaperone.core.mask.MaskedConfig;
import chaperone.core.platform.BaseField;
import chaperone.core.platform.FirstContact;
import chaperone.core.platform.FirstContact.Item;
import chaperone.core.platform.FirstContact.Verdict;
import chaperone.core.platform.Platform;
import chaperone.server.audit.AuditNote;
import chaperone.server.audit.Audited;
import chaperone.server.fleet.Device;
import chaperone.server.fleet.Fleet;
import chaperone.server.lease.DeviceAccess;
import chaperone.server.outcome.ConversationOutcome;
import chaperone.server.platform.PlatformRegistry;
import chaperone.server.problem.ProblemException;
import chaperone.server.secret.SecretMasks;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.EnumMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.atomic.AtomicReference;
import java.util.stream.Collectors;
import org.springframework.http.CacheControl;
import org.springframework.http.HttpStatus;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** The base configuration of a factory-new device: written for it, and looked for in what it says later. */
@RestController
@RequestMapping("/api/platforms/{name}/first-contact")
class FirstContactController {
    private final PlatformRegistry platforms;
    private final Fleet fleet;
    private final Connector connector;
    private final DeviceAccess access;
    private final SecretMasks masks;

    FirstContactController(
            PlatformRegistry platforms, Fleet fleet, Connector connector, DeviceAccess access, SecretMasks masks) {
        this.platforms = platforms;
        this.fleet = fleet;
        this.connector = connector;
        this.access = access;
        this.masks = masks;
    }

    /**
     * @param neededFor the operation that needs it; absent if the device cannot be reached without it
     * @param fields the keys of what a person fills in for it
     */
    record BaseItemView(String title, Optional<String> neededFor, List<String> fields) {}

    record BaseFieldView(String key, String title, String expected, boolean isSecret) {}

    /** @param fields of all items and of what stands around them */
    record FirstContactView(String how, List<BaseItemView> items, List<BaseFieldView> fields) {}

    @GetMapping
    FirstContactView show(@PathVariable String name) {
        FirstContact contact = contact(platforms.get(name));
        return new FirstContactView(
                contact.how(),
                contact.items().stream().map(item -> view(contact, item)).toList(),
                contact.fields(titles(contact)).stream()
                        .map(f -> new BaseFieldView(f.key(), f.title(), f.expected(), f.isSecret()))
                        .toList());
    }

    private static BaseItemView view(FirstContact contact, Item item) {
        List<BaseField> around = contact.fields(Set.of());
        List<String> fields = contact.fields(Set.of(item.title())).stream()
                .filter(field -> !around.contains(field))
                .map(BaseField::key)
                .toList();
        return new BaseItemView(item.title(), item.neededFor(), fields);
    }

    /**
     * @param items the titles of what is to be written
     * @param values by the field's key; what is missing stays as a gap in the text
     */
    record BaseTextRequest(
            @NotNull @Size(max = 50) List<@Size(max = 100) String> items,
            @NotNull @Size(max = 20) Map<@Size(max = 40) String, @Size(max = 253) String> values) {
        @Override
        public String toString() {
            return "BaseTextRequest" + items;
        }
    }

    /** @param gaps the titles of the fields that were left empty */
    record BaseTextView(String text, List<String> gaps) {
        @Override
        public String toString() {
            return "BaseTextView";
        }
    }

    /** Writes the text; neither it nor the passwords in it are kept. */
    @PostMapping("/text")
    ResponseEntity<BaseTextView> text(@PathVariable String name, @Valid @RequestBody BaseTextRequest request) {
        FirstContact contact = contact(platforms.get(name));
        Set<String> items = new LinkedHashSet<>(request.items());
        items.stream()
                .filter(title -> !titles(contact).contains(title))
                .findFirst()
                .ifPresent(title -> {
                    throw ProblemException.notFound("item", title);
                });
        Map<BaseField, String> values = values(request.values());
        List<String> gaps = contact.fields(items).stream()
                .filter(field -> values.getOrDefault(field, "").isEmpty())
                .map(BaseField::title)
                .toList();
        return ResponseEntity.ok()
                .cacheControl(CacheControl.noStore())
                .body(new BaseTextView(contact.write(items, values), gaps));
    }

    /**
     * @param device the name of a device of the fleet, which is asked now
     * @param text the configuration of a device, if no device is named
     * @param values by the field's key: what is known and looked for
     */
    record BaseCheckRequest(
            Optional<@Size(max = 253) String> device,
            Optional<@Size(max = 4_000_000) String> text,
            @NotNull @Size(max = 20) Map<@Size(max = 40) String, @Size(max = 253) String> values) {}

    /** @param line counts from 0; {@code evidence} is its text, secrets masked */
    record BaseAnswerView(
            String title,
            Optional<String> neededFor,
            Verdict verdict,
            Optional<Integer> line,
            Optional<String> evidence) {}

    /** Looks for each item in the running configuration of a device, or in a pasted one. */
    @Audited(value = "checked a base configuration", when = Audited.When.AROUND)
    @PostMapping("/check")
    List<BaseAnswerView> check(@PathVariable String name, @Valid @RequestBody BaseCheckRequest request) {
        Platform platform = platforms.get(name);
        FirstContact contact = contact(platform);
        Map<BaseField, String> known = values(request.values());
        String text = request.device()
                .map(device -> running(platform, fleet.get(device), known))
                .or(request::text)
                .orElseThrow(() -> new ProblemException(
                        HttpStatus.BAD_REQUEST,
                        "no-device",
                        "Name a device, or paste a configuration to check.",
                        "Choose one."));
        AuditNote.add(request.device().orElse("a pasted text"));
        MaskedConfig masked = masks.of(platform, text);
        return contact.check(text, known).stream()
                .map(answer -> new BaseAnswerView(
                        answer.item().title(),
                        answer.item().neededFor(),
                        answer.verdict(),
                        answer.line(),
                        // A pattern can match behind the last line.
                        answer.line()
                                .filter(line -> line < masked.document().lineCount())
                                .map(line -> ConfigBytes.printable(masked.line(line)))))
                .toList();
    }

    private String running(Platform platform, Device device, Map<BaseField, String> known) {
        if (!device.platform().equals(platform.name())) {
            throw new ProblemException(
                    HttpStatus.CONFLICT,
                    "other-platform",
                    device.name() + " is of the platform " + device.platform() + ".",
                    "Check it against the list of that platform.");
        }
        Target target = fleet.target(device);
        target.login().details().stream()
                .map(LoginDetail::account)
                .findFirst()
                .ifPresent(account -> known.putIfAbsent(BaseField.ACCOUNT, account));
        known.putIfAbsent(BaseField.NAME, device.name());
        AtomicReference<String> text = new AtomicReference<>("");
        access.take(device.siteName(), device.host(), device.port(), () -> text.set(ask(platform, target)));
        return text.get();
    }

    private String ask(Platform platform, Target target) {
        try (Conversation conversation = connector.open(target, platform, ConversationListener.NONE)) {
            return conversation.ask(platform.copy().running());
        } catch (ConversationException e) {
            ConversationOutcome outcome = ConversationOutcome.of(e.kind());
            throw new ProblemException(
                    HttpStatus.CONFLICT,
                    "not-reached",
                    outcome.meaning() + " " + masks.shown(platform, e.seen()),
                    outcome.advice());
        }
    }

    private static FirstContact contact(Platform platform) {
        return platform.firstContact()
                .orElseThrow(() -> new ProblemException(
                        HttpStatus.NOT_FOUND,
                        "no-first-contact",
                        "The platform " + platform.name() + " does not say what a factory-new device needs.",
                        "An administrator can add \"first-contact\" to its text."));
    }

    private static Set<String> titles(FirstContact contact) {
        return contact.items().stream().map(Item::title).collect(Collectors.toSet());
    }

    private static Map<BaseField, String> values(Map<String, String> given) {
        Map<BaseField, String> values = new EnumMap<>(BaseField.class);
        given.forEach((key, value) -> {
            BaseField field = BaseField.of(key).orElseThrow(() -> ProblemException.notFound("field", key));
            if (value.isEmpty()) return;
            if (!field.takes(value)) {
                throw new ProblemException(
                        HttpStatus.BAD_REQUEST,
                        "field",
                        field.title() + ": expected " + field.expected() + ".",
                        "Correct it and try again.",
                        Map.of("fields", List.of(Map.of("field", key, "message", "expected " + field.expected()))));
            }
            values.put(field, value);
        });
        return values;
    }
}
