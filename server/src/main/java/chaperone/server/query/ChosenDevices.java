package chaperone.server.query;

import chaperone.server.fleet.Device;
import chaperone.server.fleet.DeviceRepository;
import jakarta.persistence.EntityManager;
import jakarta.persistence.criteria.CriteriaBuilder;
import jakarta.persistence.criteria.CriteriaQuery;
import jakarta.persistence.criteria.Path;
import jakarta.persistence.criteria.Root;
import java.time.Instant;
import java.util.Collection;
import java.util.List;
import java.util.Optional;
import org.springframework.data.domain.PageRequest;
import org.springframework.data.domain.Sort;
import org.springframework.data.jpa.domain.Specification;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Devices by what they have in common: a query, and how long nobody has talked to them. */
@Service
public class ChosenDevices {
    private final DeviceRepository devices;
    private final DeviceSearch search;
    private final EntityManager entities;

    ChosenDevices(DeviceRepository devices, DeviceSearch search, EntityManager entities) {
        this.entities = entities;
        this.devices = devices;
        this.search = search;
    }

    /** All that a query means, in the order of the names; with their sites. */
    @Transactional(readOnly = true)
    public List<Device> meantBy(String query) {
        return devices.findAll(condition(query), Sort.by("name"));
    }

    /**
     * Those that waited longest come first; at most {@code most}.
     *
     * @param group the query that they are in; all are if there is none
     * @param others queries that they must not be in
     */
    @Transactional(readOnly = true)
    public List<Device> notTriedSince(Instant limit, Optional<String> group, Collection<String> others, int most) {
        Specification<Device> wanted = (device, query, builder) -> {
            Path<Instant> tried = device.get("lastTriedAt");
            return builder.or(builder.isNull(tried), builder.lessThan(tried, limit));
        };
        if (group.isPresent()) wanted = wanted.and(condition(group.get()));
        for (String other : others) wanted = wanted.and(Specification.not(condition(other)));
        Sort longest = Sort.by(Sort.Order.asc("lastTriedAt").nullsFirst());
        return devices.findAll(wanted, PageRequest.of(0, most, longest)).getContent();
    }

    /** The keys of all that a query means, in no order. */
    @Transactional(readOnly = true)
    public List<Long> idsMeantBy(String query) {
        CriteriaBuilder builder = entities.getCriteriaBuilder();
        CriteriaQuery<Long> wanted = builder.createQuery(Long.class);
        Root<Device> device = wanted.from(Device.class);
        wanted.select(device.get("id"));
        Optional.ofNullable(condition(query).toPredicate(device, wanted, builder))
                .ifPresent(wanted::where);
        return entities.createQuery(wanted).getResultList();
    }

    /** How many a query means. */
    @Transactional(readOnly = true)
    public long count(String query) {
        return devices.count(condition(query));
    }

    /** Whether a query means this device too. */
    @Transactional(readOnly = true)
    public boolean isIn(Device device, String query) {
        Specification<Device> itself = (row, all, builder) -> builder.equal(row.get("id"), device.id());
        return devices.count(itself.and(condition(query))) > 0;
    }

    /** Those that are still there. */
    @Transactional(readOnly = true)
    public List<Device> of(Collection<Long> ids) {
        return devices.findAllById(ids);
    }

    private Specification<Device> condition(String query) {
        return search.condition(DeviceListRequest.meantBy(query));
    }
}
