package chaperone.core.change;

import chaperone.core.platform.BaseField;
import chaperone.core.platform.FirstContact;
import chaperone.core.platform.FirstContact.Answer;
import chaperone.core.platform.FirstContact.Item;
import chaperone.core.platform.FirstContact.Verdict;
import chaperone.core.structure.Difference;
import chaperone.core.structure.Difference.Part;
import com.google.re2j.Pattern;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.IntStream;

/**
 * What a device is called by, and what edits would take from it: its address, the account that logs in to it, and what else
 * its platform says that a factory-new device has to be told before it can be reached.
 *
 * @param host as which it is called
 * @param accounts under which somebody logs in to it
 */
public record ReachedThrough(String host, Set<String> accounts, Optional<FirstContact> told) {
    private static final Pattern BETWEEN = Pattern.compile("[^A-Za-z0-9.:_-]+");

    public ReachedThrough {
        accounts = Set.copyOf(accounts);
    }

    /** What of it stands before and not after, in words; linear in the two texts. */
    public List<String> lostBy(Target target, ConfigModel model) {
        List<Difference> differences = target.differences().withMeaning().differences();
        if (differences.isEmpty()) return List.of();
        Set<String> lost = new TreeSet<>();
        String before = model.written(target.promise().base());
        String after = target.promise().text();
        told.ifPresent(contact -> accounts.forEach(account -> lost.addAll(items(contact, account, before, after))));
        for (Difference each : differences)
            each.before()
                    .filter(part -> speaksOf(part)
                            && each.after().filter(this::speaksOf).isEmpty())
                    .ifPresent(part -> lost.add("the address " + host));
        return new ArrayList<>(lost);
    }

    private List<String> items(FirstContact contact, String account, String before, String after) {
        Map<BaseField, String> known = new EnumMap<>(BaseField.class);
        known.put(BaseField.ADDRESS, host);
        known.put(BaseField.ACCOUNT, account);
        List<Answer> stood = contact.check(before, known);
        List<Answer> stands = contact.check(after, known);
        List<String> lost = new ArrayList<>();
        for (int i = 0; i < stood.size(); i++) {
            Item item = stood.get(i).item();
            boolean isNeeded = item.neededFor().isEmpty();
            if (isNeeded && is(stood.get(i), Verdict.THERE) && is(stands.get(i), Verdict.MISSING))
                lost.add(item.title());
        }
        return lost;
    }

    private static boolean is(Answer answer, Verdict verdict) {
        return answer.verdict() == verdict;
    }

    /** A text for people that mentions the address among other words is none. */
    private boolean speaksOf(Part part) {
        List<String> pieces = Arrays.asList(part.text().split("\"", -1));
        return IntStream.range(0, pieces.size())
                .filter(i -> i % 2 == 0 || !pieces.get(i).contains(" "))
                .anyMatch(i -> Arrays.asList(BETWEEN.split(pieces.get(i))).contains(host));
    }
}
