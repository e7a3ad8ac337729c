package chaperone.server.credential;

import chaperone.connect.LoginCapabilities;
import chaperone.connect.conversation.FileChoice;
import chaperone.connect.conversation.LoginProtocol;
import chaperone.server.audit.Audited;
import chaperone.server.platform.PlatformRegistry;
import jakarta.validation.Valid;
import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotEmpty;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Pattern;
import jakarta.validation.constraints.Size;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Credential sets without their passwords: these go in and never come out. */
@RestController
@RequestMapping("/api/credential-sets")
class CredentialSetController {
    private final CredentialSets service;
    private final CredentialSetRepository sets;
    private final CredentialUses uses;
    private final PlatformRegistry platforms;

    CredentialSetController(
            CredentialSets service, CredentialSetRepository sets, CredentialUses uses, PlatformRegistry platforms) {
        this.platforms = platforms;
        this.uses = uses;
        this.service = service;
        this.sets = sets;
    }

    /**
     * @param publicKey the line that a device needs to let the private key in; absent if there is none
     * @param hasPassword false if only the key opens the device
     */
    record LogInView(List<LoginProtocol> protocols, String account, boolean hasPassword, Optional<String> publicKey) {
        static LogInView of(SealedLogin logIn) {
            return new LogInView(
                    List.copyOf(logIn.forProtocols()),
                    logIn.account(),
                    logIn.password().length > 0,
                    Optional.of(logIn.publicKey()).filter(key -> !key.isEmpty()));
        }
    }

    record CredentialSetView(
            long id,
            String name,
            String note,
            List<LogInView> logIns,
            FileChoice files,
            String serverAddress,
            String ranges,
            List<String> sites,
            long devices,
            Instant changedAt) {}

    /**
     * @param password absent if it stays as it is; the empty text takes it away
     * @param privateKey PEM; absent if it stays as it is; the empty text takes it away
     * @param was the place of this log-in in the set as it stands, from 0; absent for a new one
     */
    record LogInInput(
            @NotEmpty @Size(max = 4) Set<LoginProtocol> protocols,
            @NotBlank @Size(max = 60) String account,
            Optional<@Size(max = 200) String> password,
            Optional<@Size(max = 16_384) String> privateKey,
            Optional<@Size(max = 200) String> passphrase,
            Optional<@Min(0) @Max(3) Integer> was) {
        CredentialSets.LogInEntry entry() {
            return new CredentialSets.LogInEntry(
                    protocols,
                    account,
                    password,
                    privateKey.map(text -> new PrivateKeyText(text, passphrase.orElse(""))),
                    was);
        }

        @Override
        public String toString() {
            return "LogInInput[" + account + "]";
        }
    }

    /**
     * @param serverAddress where devices find this server, if not where it is seen to come from; may be empty
     * @param ranges where it may be used: an address, the first and the last with a hyphen between, or a prefix a line
     * @param sites by name, if it is for some only
     */
    record CredentialSetInput(
            @NotBlank @Size(max = 60) String name,
            @NotNull @Size(max = 500) String note,
            @NotEmpty @Size(max = 4) List<@Valid LogInInput> logIns,
            Optional<@Size(max = 200) String> privilegedPassword,
            Optional<FileChoice> files,
            Optional<
                            @Pattern(
                                    regexp = "|[A-Za-z0-9]([A-Za-z0-9.:-]{0,251}[A-Za-z0-9])?",
                                    message = "is no host name and no address")
                            String>
                    serverAddress,
            @NotBlank @Size(max = 20_000) String ranges,
            Optional<@Size(max = 200) List<@Size(max = 80) String>> sites) {
        CredentialSets.Entry entry() {
            return new CredentialSets.Entry(
                    name,
                    note,
                    logIns.stream().map(LogInInput::entry).toList(),
                    privilegedPassword,
                    files.orElse(FileChoice.PLATFORM),
                    serverAddress.orElse(""),
                    new CredentialSets.Where(ranges, sites.orElse(List.of())));
        }

        @Override
        public String toString() {
            return "CredentialSetInput[" + name + "]";
        }
    }

    record Added(long id) {}

    @GetMapping
    List<CredentialSetView> list() {
        Map<Long, Long> users = sets.deviceCounts().stream()
                .collect(Collectors.toMap(
                        CredentialSetRepository.DeviceCount::getCredentialSet,
                        CredentialSetRepository.DeviceCount::getDevices));
        return sets.findAllByOrderByName().stream()
                .map(set -> new CredentialSetView(
                        set.id(),
                        set.name(),
                        set.note(),
                        set.logIns().stream().map(LogInView::of).toList(),
                        set.files(),
                        set.serverAddress(),
                        set.ranges(),
                        set.sites(),
                        users.getOrDefault(set.id(), 0L),
                        set.changedAt()))
                .toList();
    }

    /** @param day as RFC 3339 has it, in UTC; {@code device} is absent if nobody in the fleet has this address now */
    record UseView(String host, int port, Optional<String> device, String day, long uses, Instant lastAt) {}

    /** The newest days first; the first thousand rows. */
    @GetMapping("/{id}/uses")
    List<UseView> uses(@PathVariable long id) {
        service.get(id);
        return uses.of(id).stream()
                .map(use -> new UseView(use.host(), use.port(), use.device(), use.day(), use.uses(), use.lastAt()))
                .toList();
    }

    /** What a choice of protocols makes possible on a platform; a text that is absent means that it is possible. */
    record PossibleView(
            String platform,
            String title,
            Optional<String> whyNoCopy,
            Optional<String> whyNoPutBack,
            Optional<String> whyNoImageTransfer) {}

    /** What log-ins by these protocols make possible, platform by platform; nothing is stored. */
    @GetMapping("/possible")
    List<PossibleView> possible(
            @RequestParam(defaultValue = "") @Size(max = 4) Set<LoginProtocol> protocols,
            @RequestParam(defaultValue = "PLATFORM") FileChoice files) {
        return platforms.current().all().stream()
                .map(platform -> {
                    LoginCapabilities possible = LoginCapabilities.on(platform, protocols, files);
                    return new PossibleView(
                            platform.name(),
                            platform.title(),
                            possible.copy(),
                            possible.putBack(),
                            possible.imageTransfer());
                })
                .toList();
    }

    @Audited("added a credential set")
    @PostMapping
    @ResponseStatus(HttpStatus.CREATED)
    Added add(@Valid @RequestBody CredentialSetInput input) {
        return new Added(service.add(input.entry()));
    }

    @Audited("changed a credential set")
    @PutMapping("/{id}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void change(@PathVariable long id, @Valid @RequestBody CredentialSetInput input) {
        service.change(id, input.entry());
    }

    @Audited("removed a credential set")
    @DeleteMapping("/{id}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void remove(@PathVariable long id) {
        service.remove(id);
    }
}
