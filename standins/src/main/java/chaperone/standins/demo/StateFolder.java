package chaperone.standins.demo;

import chaperone.standins.StandIn;
import chaperone.standins.network.Identity;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.GeneralSecurityException;
import java.security.KeyFactory;
import java.security.KeyPair;
import java.security.spec.PKCS8EncodedKeySpec;
import java.security.spec.X509EncodedKeySpec;
import java.util.Optional;

/** Keeps what the stand-ins are between two starts of the demo: host keys and both configurations. */
final class StateFolder {
    private final Path folder;

    StateFolder(Path folder) {
        this.folder = folder;
    }

    /** The identity that the device had before; a new one, kept from now on, if it had none. */
    Identity identity(String name) {
        Path own = folder.resolve(name);
        try {
            boolean hasKey = Files.exists(own.resolve("host.pub"));
            if (hasKey && Files.exists(own.resolve("host.crt"))) return read(own);
            Identity fresh = hasKey ? Identity.of(key(own), name) : Identity.fresh(name);
            keepIdentity(name, fresh);
            return fresh;
        } catch (IOException | GeneralSecurityException e) {
            throw new IllegalStateException("The identity of " + name + " in " + folder + " cannot be read", e);
        }
    }

    private void keepIdentity(String name, Identity identity) throws IOException {
        Path own = Files.createDirectories(folder.resolve(name));
        Files.write(own.resolve("host.key"), identity.key().getPrivate().getEncoded());
        Files.write(own.resolve("host.pub"), identity.key().getPublic().getEncoded());
        Files.write(own.resolve("host.crt"), identity.certificate());
    }

    private static Identity read(Path own) throws IOException, GeneralSecurityException {
        return new Identity(key(own), Files.readAllBytes(own.resolve("host.crt")));
    }

    private static KeyPair key(Path own) throws IOException, GeneralSecurityException {
        KeyFactory factory = KeyFactory.getInstance("EC");
        return new KeyPair(
                factory.generatePublic(new X509EncodedKeySpec(Files.readAllBytes(own.resolve("host.pub")))),
                factory.generatePrivate(new PKCS8EncodedKeySpec(Files.readAllBytes(own.resolve("host.key")))));
    }

    Optional<String> configuration(String name, String which) {
        return text(name, which + ".conf");
    }

    /** That it ran. */
    Optional<String> release(String name) {
        return text(name, "release.txt");
    }

    private Optional<String> text(String name, String called) {
        Path file = folder.resolve(name).resolve(called);
        try {
            return Files.exists(file)
                    ? Optional.of(Files.readString(file, StandardCharsets.ISO_8859_1))
                    : Optional.empty();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /** What a device is at this moment. Its name in the configuration may have been edited: {@code name} is the first. */
    void keep(String name, StandIn standIn) {
        try {
            keepIdentity(name, standIn.identity());
            Path own = folder.resolve(name);
            Files.writeString(own.resolve("running.conf"), standIn.device().keptRunning(), StandardCharsets.ISO_8859_1);
            Files.writeString(
                    own.resolve("release.txt"), standIn.device().chassis().release());
            Files.writeString(own.resolve("saved.conf"), standIn.device().keptSaved(), StandardCharsets.ISO_8859_1);
        } catch (IOException e) {
            throw new UncheckedIOException("The state of " + name + " could not be kept", e);
        }
    }
}
