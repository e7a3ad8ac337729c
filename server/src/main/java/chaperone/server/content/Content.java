package chaperone.server.content;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;

/** Where the bytes of a text lie, under their SHA-256: at a position of a pack, from 0, the oldest. */
@Entity
class Content {
    @Id
    private byte[] digest;

    private int size;
    private long packId;
    private int position;

    /** What the newest integrity pass found wrong; empty if it is sound. */
    private String damage = "";

    protected Content() {}

    byte[] digest() {
        return digest.clone();
    }

    long packId() {
        return packId;
    }

    int position() {
        return position;
    }

    String damage() {
        return damage;
    }

    /** It lies alone in a new pack, sound. */
    void moveTo(StoredPack pack) {
        packId = pack.id();
        position = 0;
        damage = "";
    }

    void damage(String found) {
        damage = found;
    }
}
