package chaperone.standins.demo;

import chaperone.standins.StandIn;
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

    /** The key that the device had before; a new one, kept from now on, if it had none. */
    KeyPair hostKey(String name) {
        Path secret = folder.resolve(name).resolve("host.key");
        Path open = folder.resolve(name).resolve("host.pub");
        try {
            if (Files.exists(open)) return read(secret, open);
            KeyPair fresh = StandIn.newHostKey();
            keepKey(name, fresh);
            return fresh;
        } catch (IOException | GeneralSecurityException e) {
            throw new IllegalStateException("The host key of " + name + " in " + folder + " cannot be read", e);
        }
    }

    private void keepKey(String name, KeyPair key) throws IOException {
        Path own = Files.createDirectories(folder.resolve(name));
        Files.write(own.resolve("host.key"), key.getPrivate().getEncoded());
        Files.write(own.resolve("host.pub"), key.getPublic().getEncoded());
    }

    private static KeyPair read(Path secret, Path open) throws IOException, GeneralSecurityException {
        KeyFactory factory = KeyFactory.getInstance("EC");
        return new KeyPair(
                factory.generatePublic(new X509EncodedKeySpec(Files.readAllBytes(open))),
                factory.generatePrivate(new PKCS8EncodedKeySpec(Files.readAllBytes(secret))));
    }

    Optional<String> configuration(String name, String which) {
        Path file = folder.resolve(name).resolve(which + ".conf");
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
            keepKey(name, standIn.hostKey());
            Path own = folder.resolve(name);
            Files.writeString(own.resolve("running.conf"), standIn.device().runningText(), StandardCharsets.ISO_8859_1);
            Files.writeString(own.resolve("saved.conf"), standIn.device().savedText(), StandardCharsets.ISO_8859_1);
        } catch (IOException e) {
            throw new UncheckedIOException("The state of " + name + " could not be kept", e);
        }
    }
}
