package chaperone.server.history;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;

/** The bytes of a configuration, packed, under the SHA-256 of what they are unpacked. */
@Entity
class Content {
    @Id
    private byte[] digest;

    private int size;
    private byte[] packed;

    protected Content() {}

    Content(byte[] digest, int size, byte[] packed) {
        this.digest = digest.clone();
        this.size = size;
        this.packed = packed.clone();
    }

    int size() {
        return size;
    }

    byte[] packed() {
        return packed.clone();
    }
}
