package chaperone.server.revision;

import java.util.Collection;
import java.util.List;
import org.springframework.data.domain.Limit;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

interface RevisionMarkRepository extends JpaRepository<RevisionMark, Long> {
    List<RevisionMark> findByRevisionIdInOrderById(Collection<Long> revisions);

    @Query("""
            select new chaperone.server.revision.RevisionMarkLocation(
              d.name, r.kind, r.number, m.kind, m.text, m.madeBy, m.madeAt)
            from RevisionMark m join Revision r on r.id = m.revisionId join Device d on d.id = r.deviceId
            where lower(m.text) like lower(:like) escape '\\'
            order by m.madeAt desc""")
    List<RevisionMarkLocation> find(String like, Limit most);
}
