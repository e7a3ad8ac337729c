package chaperone.server.content;

import chaperone.core.archive.ContentPack;
import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.Table;

/** Contents packed together; {@link ContentPack} says how. */
@Entity
@Table(name = "content_pack")
class StoredPack {
    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Long id;

    private int contents;
    private int newestSize;
    private byte[] packed;

    protected StoredPack() {}

    StoredPack(ContentPack pack) {
        this(pack, pack.packed());
    }

    StoredPack(ContentPack pack, byte[] packed) {
        become(pack, packed);
    }

    long id() {
        return id;
    }

    int contents() {
        return contents;
    }

    /** In bytes, compressed. */
    int length() {
        return packed.length;
    }

    ContentPack unpacked() {
        return ContentPack.read(packed, newestSize);
    }

    /** @param position from 0, the oldest */
    byte[] content(int position) {
        return position == contents - 1
                ? ContentPack.newestOf(packed, newestSize)
                : unpacked().content(position);
    }

    void become(ContentPack pack, byte[] bytes) {
        contents = pack.size();
        newestSize = pack.newest().length;
        packed = bytes;
    }
}
