package chaperone.core.platform;

import static chaperone.core.platform.BaseField.ACCOUNT;
import static chaperone.core.platform.BaseField.ACCOUNT_PASSWORD;
import static chaperone.core.platform.BaseField.ADDRESS;
import static chaperone.core.platform.BaseField.ADMIN_PASSWORD;
import static chaperone.core.platform.BaseField.NAME;
import static chaperone.core.platform.BaseField.PREFIX_LENGTH;
import static chaperone.core.platform.BaseField.SERVER;
import static org.assertj.core.api.Assertions.assertThat;

import chaperone.core.platform.FirstContact.Answer;
import chaperone.core.platform.FirstContact.Item;
import chaperone.core.platform.FirstContact.Verdict;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.StringLength;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class FirstContactTest {
    private static final Map<BaseField, String> VALUES = Map.of(
            NAME, "duns-acc-9",
            ADDRESS, "192.0.2.7",
            PREFIX_LENGTH, "27",
            ADMIN_PASSWORD, "ebb-tide-1",
            ACCOUNT, "chaperone",
            ACCOUNT_PASSWORD, "flood-tide-2",
            SERVER, "198.51.100.20");

    @Test
    void theTextOfASwitchNamesEverythingOnceAndInOrder() {
        FirstContact corvane = of("corvane");
        assertThat(corvane.write(titles(corvane), VALUES)).isEqualTo("""
                admin
                edit
                name duns-acc-9
                admin-secret ebb-tide-1
                account chaperone level admin secret flood-tide-2
                vlan 950 "management"
                gateway vlan 950
                address 192.0.2.7/27
                up
                reach shell
                log-server 198.51.100.20
                done
                save
                bye
                """);
    }

    @Test
    void whatWasNotFilledInStaysAGapAndWhatIsNeededLaterCanBeLeftOut() {
        FirstContact corvane = of("corvane");
        Set<String> now = corvane.items().stream()
                .filter(item -> item.neededFor().isEmpty())
                .map(Item::title)
                .collect(Collectors.toSet());
        String text = corvane.write(now, Map.of(NAME, "duns-acc-9", ADMIN_PASSWORD, ""));
        assertThat(text)
                .contains("name duns-acc-9\n", "admin-secret <admin-password>\n", "secret <account-password>\n");
        assertThat(text).doesNotContain("log-server");
        assertThat(corvane.fields(now)).doesNotContain(SERVER).contains(NAME, ACCOUNT_PASSWORD);
        assertThat(corvane.fields(titles(corvane))).contains(SERVER);
    }

    @ParameterizedTest
    @ValueSource(strings = {"corvane", "altamont", "brisling", "pellon"})
    void aSampleOfEachFamilyIsCheckedItemByItem(String platform) throws Exception {
        String sample;
        try (var in = FirstContactTest.class.getResourceAsStream("/samples/" + platform + ".conf")) {
            sample = new String(in.readAllBytes(), java.nio.charset.StandardCharsets.UTF_8);
        }
        List<Answer> answers = of(platform).check(sample, Map.of(ACCOUNT, "chaperone"));
        Map<String, Verdict> verdicts =
                answers.stream().collect(Collectors.toMap(a -> a.item().title(), Answer::verdict));
        assertThat(verdicts.get("name")).isEqualTo(Verdict.THERE);
        for (Answer answer : answers) {
            answer.line().ifPresent(line -> assertThat(sample.split("\n")).hasSizeGreaterThan(line));
        }
        List<Answer> empty = of(platform).check("", Map.of());
        assertThat(empty).allSatisfy(answer -> {
            boolean tellsByPresence = answer.item().present().isPresent();
            assertThat(answer.verdict()).isEqualTo(tellsByPresence ? Verdict.MISSING : Verdict.THERE);
        });
    }

    @ParameterizedTest
    @CsvSource({
        "corvane, chaperone, THERE",
        "corvane, watch, MISSING",
        "corvane, chap, MISSING",
        "corvane, .*, MISSING",
        "altamont, chaperone, THERE",
        "altamont, watch, MISSING"
    })
    void theAccountIsLookedForByItsName(String platform, String account, Verdict verdict) throws Exception {
        String sample;
        try (var in = FirstContactTest.class.getResourceAsStream("/samples/" + platform + ".conf")) {
            sample = new String(in.readAllBytes(), java.nio.charset.StandardCharsets.UTF_8);
        }
        assertThat(of(platform).check(sample, Map.of(ACCOUNT, account)))
                .filteredOn(answer -> answer.item().title().equals("Chaperone's account"))
                .extracting(Answer::verdict)
                .containsExactly(verdict);
    }

    @Test
    void aLineThatSpeaksAgainstItIsNamed() {
        List<Answer> answers = of("corvane").check("name x\nreach cable\n", Map.of());
        assertThat(answers)
                .filteredOn(answer -> answer.item().title().equals("remote shell"))
                .singleElement()
                .satisfies(answer -> {
                    assertThat(answer.verdict()).isEqualTo(Verdict.MISSING);
                    assertThat(answer.line()).contains(1);
                });
    }

    /** Whatever passes as a password stays one word, on one line, between any quotation marks. */
    @Property
    void noPasswordThatIsTakenCanEndItsLineOrItsWord(@ForAll @StringLength(max = 20) String text) {
        if (ADMIN_PASSWORD.takes(text))
            assertThat(text).doesNotContainPattern("[\\s\"'\\\\{}<>`$;|&()*?]").isNotEmpty();
    }

    @ParameterizedTest
    @CsvSource({
        "ADDRESS, 192.0.2.7, true",
        "ADDRESS, 192.0.2.256, false",
        "ADDRESS, 192.0.2, false",
        "ADDRESS, 192.0.2.7/24, false",
        "PREFIX_LENGTH, 0, false",
        "PREFIX_LENGTH, 32, true",
        "PREFIX_LENGTH, 33, false",
        "NAME, duns-acc-9, true",
        "NAME, -x, false",
        "NAME, a b, false"
    })
    void fieldsTakeWhatFits(BaseField field, String value, boolean fits) {
        assertThat(field.takes(value)).isEqualTo(fits);
    }

    private static Set<String> titles(FirstContact contact) {
        return contact.items().stream().map(Item::title).collect(Collectors.toSet());
    }

    private static FirstContact of(String platform) {
        return Platforms.shipped()
                .find(platform)
                .flatMap(Platform::firstContact)
                .orElseThrow();
    }
}
