package chaperone.server.board;

import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.Version;
import java.time.Instant;
import java.util.List;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.type.SqlTypes;
import tools.jackson.databind.json.JsonMapper;

/** A page of parts. */
@Entity
class Board {
    private static final JsonMapper JSON = JsonMapper.builder().build();

    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Long id;

    private String name;

    @JdbcTypeCode(SqlTypes.JSON)
    private String parts;

    private String madeBy;
    private Instant madeAt;

    @Version
    private long version;

    protected Board() {}

    Board(String by, Instant at) {
        madeBy = by;
        madeAt = at;
    }

    void is(String called, List<BoardPart> shown) {
        name = called;
        parts = JSON.writeValueAsString(shown);
    }

    long id() {
        return id;
    }

    String name() {
        return name;
    }

    List<BoardPart> parts() {
        return List.of(JSON.readValue(parts, BoardPart[].class));
    }

    String madeBy() {
        return madeBy;
    }

    Instant madeAt() {
        return madeAt;
    }
}
