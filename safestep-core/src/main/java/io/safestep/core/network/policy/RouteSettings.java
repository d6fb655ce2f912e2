package io.safestep.core.network.policy;

import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import org.jspecify.annotations.Nullable;

/**
 * What a route map makes of a route. Null where it leaves it as it is.
 *
 * @param metric the MED (RFC 4271, section 5.1.4), or the metric in OSPF
 * @param metricType 1 or 2 (RFC 2328, section 2.3)
 * @param prepend numbers of autonomous systems that are put before the path, the nearest first
 * @param tag of a route that is brought into OSPF (RFC 2328, appendix A.4.5)
 * @param communities that it gets; none where it is null
 * @param keepsCommunities whether it keeps those that it has
 */
public record RouteSettings(
        @Nullable Integer localPreference,
        @Nullable Long metric,
        @Nullable Integer metricType,
        List<Long> prepend,
        @Nullable Long tag,
        @Nullable Set<String> communities,
        boolean keepsCommunities) {

    /** Everything stays as it is. */
    public static final RouteSettings NONE = new RouteSettings(null, null, null, List.of(), null, null, true);

    public int localPreferenceOr(int otherwise) {
        return localPreference == null ? otherwise : localPreference;
    }

    public long metricOr(long otherwise) {
        return metric == null ? otherwise : metric;
    }

    public int metricTypeOr(int otherwise) {
        return metricType == null ? otherwise : metricType;
    }

    public long tagOr(long otherwise) {
        return tag == null ? otherwise : tag;
    }

    /** The communities of a route that had these before. */
    public Set<String> communitiesAfter(Set<String> before) {
        if (communities == null) {
            return before;
        }
        Set<String> after = new TreeSet<>(communities);
        if (keepsCommunities) {
            after.addAll(before);
        }
        return after;
    }
}
