package chaperone.server.account;

import chaperone.server.account.People.PersonView;
import java.util.List;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RestController;

/** Who can be asked for something. */
@RestController
class PeopleController {
    private final People people;

    PeopleController(People people) {
        this.people = people;
    }

    @GetMapping("/api/people")
    List<PersonView> all() {
        return people.all();
    }
}
