package chaperone.server.site;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.function.Predicate;

/** Sites within sites. What is said of a site means the sites inside it too. */
public final class SiteTree {
    private final List<Site> sites;

    public SiteTree(List<Site> sites) {
        this.sites = List.copyOf(sites);
    }

    /** The names of all sites that are themselves, or lie in, one whose name fits; in small letters. */
    public Set<String> namesWithin(Predicate<String> fits) {
        Set<String> names = new HashSet<>();
        for (Site site : sites) {
            if (lineage(site).stream().anyMatch(fits)) names.add(small(site.name()));
        }
        return names;
    }

    /** Names from the site itself outwards, in small letters. */
    private static List<String> lineage(Site site) {
        List<String> names = new ArrayList<>();
        Optional<Site> at = Optional.of(site);
        while (at.isPresent()) {
            names.add(small(at.get().name()));
            at = at.get().parent();
        }
        return names;
    }

    /** Whether {@code inner} is {@code outer} or lies in it. */
    static boolean isWithin(Site inner, Site outer) {
        for (Optional<Site> at = Optional.of(inner);
                at.isPresent();
                at = at.get().parent()) {
            if (at.get().id() == outer.id()) return true;
        }
        return false;
    }

    private static String small(String name) {
        return name.toLowerCase(Locale.ROOT);
    }
}
