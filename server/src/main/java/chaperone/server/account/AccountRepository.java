package chaperone.server.account;

import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

interface AccountRepository extends JpaRepository<Account, Long> {
    Optional<Account> findByNameIgnoreCase(String name);

    List<Account> findAllByOrderByName();

    @Query("select count(a) from Account a where a.role = Role.ADMINISTRATOR and not a.locked and a.id <> :id")
    long otherAdministrators(long id);
}
