package chaperone.server.content;

import chaperone.core.archive.ContentPack;
import chaperone.core.archive.DamagedPackException;
import chaperone.server.problem.ProblemException;
import jakarta.persistence.EntityManager;
import jakarta.persistence.LockModeType;
import java.nio.ByteBuffer;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.ArrayList;
import java.util.HexFormat;
import java.util.List;
import java.util.Optional;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** Keeps texts once each, packed with those they came from, and checks their digest whenever one is read. */
@Component
public class Contents {
    private static final Logger LOG = LoggerFactory.getLogger(Contents.class);

    private final ContentRepository contents;
    private final StoredPackRepository packs;
    private final EntityManager entities;

    Contents(ContentRepository contents, StoredPackRepository packs, EntityManager entities) {
        this.contents = contents;
        this.packs = packs;
        this.entities = entities;
    }

    /**
     * Keeps a text, or puts a sound one in the place of one that was damaged.
     *
     * @param previous digest of the content that this one came from; it goes into the same pack if that is smaller
     * @return the digest under which the bytes are kept
     */
    @Transactional(propagation = Propagation.MANDATORY)
    public byte[] keep(byte[] bytes, Optional<byte[]> previous) {
        byte[] digest = sha256(bytes);
        contents.lock(ByteBuffer.wrap(digest).getLong());
        Optional<Content> known = contents.findById(digest);
        if (known.isPresent()) {
            if (readIfSound(digest).isEmpty()) mend(known.get(), bytes);
            return digest;
        }
        byte[] alone = ContentPack.of(bytes).packed();
        boolean isPacked = previous.flatMap(contents::findById)
                .flatMap(content -> lock(content.packId()))
                .filter(pack -> joins(pack, bytes, digest, alone.length))
                .isPresent();
        if (!isPacked) {
            StoredPack pack = packs.save(new StoredPack(ContentPack.of(bytes), alone));
            contents.put(digest, bytes.length, pack.id(), 0);
        }
        return digest;
    }

    /** As it is once nobody else writes it: a pack that this transaction has read before would come back as it was then. */
    private Optional<StoredPack> lock(long id) {
        Optional<StoredPack> pack = packs.findById(id);
        entities.flush();
        pack.ifPresent(found -> entities.refresh(found, LockModeType.PESSIMISTIC_WRITE));
        return pack;
    }

    /** The damaged pack keeps what cannot be read; the content lies in another one from now on. */
    private void mend(Content content, byte[] bytes) {
        content.moveTo(packs.save(new StoredPack(ContentPack.of(bytes))));
    }

    private boolean joins(StoredPack pack, byte[] bytes, byte[] digest, int alone) {
        Optional<ContentPack> old = readable(pack);
        if (old.isEmpty() || old.get().isFull()) return false;
        ContentPack joined = old.get().with(bytes);
        byte[] packed = joined.packed();
        if (packed.length - pack.length() >= alone) return false;
        pack.become(joined, packed);
        contents.put(digest, bytes.length, pack.id(), joined.size() - 1);
        return true;
    }

    /** Nothing if it is damaged: such a pack takes nothing more in, and gives nothing away. */
    private static Optional<ContentPack> readable(StoredPack pack) {
        try {
            return Optional.of(pack.unpacked());
        } catch (DamagedPackException e) {
            LOG.error("Pack {} of stored contents {}", pack.id(), e.getMessage());
            return Optional.empty();
        }
    }

    /** Nothing if what is stored is not what was stored. */
    @Transactional(propagation = Propagation.MANDATORY, readOnly = true)
    public Optional<byte[]> readIfSound(byte[] digest) {
        return contents.findById(digest).flatMap(this::sound);
    }

    private Optional<byte[]> sound(Content content) {
        StoredPack pack = packs.findById(content.packId()).orElseThrow();
        return damageOf(pack, content).isEmpty() ? Optional.of(pack.content(content.position())) : Optional.empty();
    }

    /** @throws IllegalStateException if what is stored is not what was stored */
    @Transactional(propagation = Propagation.MANDATORY, readOnly = true)
    public byte[] read(byte[] digest) {
        Content content = contents.findById(digest).orElseThrow(() -> damaged(digest, "is missing"));
        StoredPack pack = packs.findById(content.packId()).orElseThrow();
        try {
            byte[] bytes = pack.content(content.position());
            if (!MessageDigest.isEqual(sha256(bytes), digest)) throw damaged(digest, "has been altered");
            return bytes;
        } catch (DamagedPackException e) {
            throw damaged(digest, e.getMessage());
        }
    }

    /** Reads all of a pack and notes what is wrong with each of its contents; how many are damaged. */
    @Transactional
    public Checked check(long packId) {
        Optional<StoredPack> pack = packs.findById(packId);
        List<Content> held = contents.findByPackIdOrderByPosition(packId);
        int damaged = 0;
        for (Content content : held) {
            content.damage(pack.map(stored -> damageOf(stored, content)).orElse("is missing"));
            if (!content.damage().isEmpty()) damaged++;
        }
        return new Checked(held.size(), damaged);
    }

    record Checked(int contents, int damaged) {}

    private static String damageOf(StoredPack pack, Content content) {
        try {
            byte[] bytes = pack.content(content.position());
            return MessageDigest.isEqual(sha256(bytes), content.digest()) ? "" : "has been altered";
        } catch (DamagedPackException e) {
            return String.valueOf(e.getMessage());
        }
    }

    /** Packs a pack anew without the contents that nothing points to. */
    @Transactional
    public void dropLeftovers(long packId) {
        StoredPack pack = lock(packId).orElseThrow();
        Optional<ContentPack> old = readable(pack);
        if (old.isEmpty()) return;
        contents.forgetLeftovers(packId);
        List<Content> held = contents.findByPackIdOrderByPosition(packId);
        if (held.isEmpty()) {
            packs.delete(pack);
            return;
        }
        List<byte[]> all = old.get().contents();
        List<byte[]> left = new ArrayList<>();
        for (Content content : held) {
            contents.place(content.digest(), left.size());
            left.add(all.get(content.position()));
        }
        ContentPack packed = ContentPack.ofAll(left);
        pack.become(packed, packed.packed());
    }

    @Transactional(readOnly = true)
    public List<Long> packsWithLeftovers() {
        return contents.packsWithLeftovers();
    }

    public static byte[] sha256(byte[] bytes) {
        try {
            return MessageDigest.getInstance("SHA-256").digest(bytes);
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException(e);
        }
    }

    /** @param what cannot be given back as it was, such as a revision */
    public static ProblemException unreadable(String what) {
        return new ProblemException(
                HttpStatus.INTERNAL_SERVER_ERROR,
                "damaged-content",
                "The stored bytes of " + what + " are damaged: it cannot be given back as it was.",
                "Ask an administrator to bring the database back from a copy made before; the device's next copy is kept"
                        + " all the same.");
    }

    private static IllegalStateException damaged(byte[] digest, String how) {
        return new IllegalStateException("Stored content " + HexFormat.of().formatHex(digest) + " " + how);
    }
}
