package io.safestep.app.discovery;

import java.util.Collection;
import java.util.List;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

interface SearchResultRepository extends JpaRepository<SearchResult, Long> {

    List<SearchResult> findBySearchIdOrderById(Long searchId);

    List<SearchResult> findBySearchIdAndIdIn(Long searchId, Collection<Long> ids);

    List<SearchResult> findBySearchIdAndState(Long searchId, ResultState state);

    /** How many results there are in a state. */
    record StateCount(ResultState state, Long count) {}

    @Query(
            "select new io.safestep.app.discovery.SearchResultRepository$StateCount(r.state, count(r)) from SearchResult r"
                    + " where r.searchId = :searchId group by r.state")
    List<StateCount> countByState(Long searchId);

    long countBySearchId(Long searchId);

    long countBySearchIdAndState(Long searchId, ResultState state);

    boolean existsBySearchIdAndAddress(Long searchId, String address);
}
