package chaperone.server.content;

import java.util.List;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Modifying;
import org.springframework.data.jpa.repository.NativeQuery;

interface ContentRepository extends JpaRepository<Content, byte[]> {

    /** Until the transaction ends, nobody else stores the same text. */
    @NativeQuery("select 1 from pg_advisory_xact_lock(:key)")
    int lock(long key);

    @Modifying
    @NativeQuery("insert into content (digest, size, pack_id, position) values (:digest, :size, :pack, :position)")
    void put(byte[] digest, int size, long pack, int position);

    List<Content> findByPackIdOrderByPosition(long pack);

    /** Packs that hold a content to which neither a revision nor a table's reading points any more, nor one that can be put back. */
    @NativeQuery("""
            select distinct c.pack_id from content c
            where not exists (select 1 from revision r where r.digest = c.digest)
              and not exists (select 1 from table_reading t where t.digest = c.digest)
              and not exists (select 1 from removal_content k where k.digest = c.digest)""")
    List<Long> packsWithLeftovers();

    @Modifying
    @NativeQuery("""
            delete from content c where c.pack_id = :pack
              and not exists (select 1 from revision r where r.digest = c.digest)
              and not exists (select 1 from table_reading t where t.digest = c.digest)
              and not exists (select 1 from removal_content k where k.digest = c.digest)""")
    void forgetLeftovers(long pack);

    @Modifying
    @NativeQuery("update content set position = :position where digest = :digest")
    void place(byte[] digest, int position);
}
