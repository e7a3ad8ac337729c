package chaperone.server.history;

import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Modifying;
import org.springframework.data.jpa.repository.NativeQuery;

interface ContentRepository extends JpaRepository<Content, byte[]> {

    /** Two devices may store the same text in the same moment: the second one finds it there. */
    @Modifying
    @NativeQuery("insert into content (digest, size, packed) values (:digest, :size, :packed) on conflict do nothing")
    void keep(byte[] digest, int size, byte[] packed);
}
