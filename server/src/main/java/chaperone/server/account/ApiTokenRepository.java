package chaperone.server.account;

import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

interface ApiTokenRepository extends JpaRepository<ApiToken, Long> {
    @Query("select t from ApiToken t join fetch t.account where t.hash = :hash")
    Optional<ApiToken> withHash(byte[] hash);

    @Query("select t from ApiToken t where t.account.name = :account order by t.id desc")
    List<ApiToken> ofAccount(String account);
}
