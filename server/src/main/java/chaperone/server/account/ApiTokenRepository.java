package chaperone.server.account;

import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Modifying;
import org.springframework.data.jpa.repository.Query;

interface ApiTokenRepository extends JpaRepository<ApiToken, Long> {
    @Query("select t from ApiToken t join fetch t.account where t.hash = :hash")
    Optional<ApiToken> withHash(byte[] hash);

    @Query("select t from ApiToken t join fetch t.account order by t.id desc")
    List<ApiToken> everybodys();

    @Modifying
    @Query("update ApiToken t set t.endedAt = :at where t.account.id = :account and t.endedAt is null")
    int endAll(long account, Instant at);

    @Query("select t from ApiToken t where t.account.name = :account order by t.id desc")
    List<ApiToken> ofAccount(String account);
}
