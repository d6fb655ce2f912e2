package io.safestep.app.pool;

import io.safestep.core.pool.Pool;
import io.safestep.core.pool.PoolKind;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.util.List;

/** A pool as somebody described it. */
@Entity
@Table(name = "pool")
class StoredPool {

    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Long id;

    private String name;

    @Enumerated(EnumType.STRING)
    private PoolKind kind;

    private String description;

    /** Each on a line. */
    private String ranges;

    private String exclusions;
    private int length;
    private String numberPlace;

    protected StoredPool() {}

    StoredPool(PoolKind kind) {
        this.kind = kind;
    }

    void describe(Pools.Wanted wanted) {
        name = wanted.name();
        description = wanted.description();
        ranges = String.join("\n", wanted.ranges());
        exclusions = String.join("\n", wanted.exclusions());
        length = wanted.length();
        numberPlace = wanted.numberPlace();
    }

    Long id() {
        return id;
    }

    String name() {
        return name;
    }

    PoolKind kind() {
        return kind;
    }

    String description() {
        return description;
    }

    List<String> ranges() {
        return ranges.lines().toList();
    }

    List<String> exclusions() {
        return exclusions.lines().toList();
    }

    /** Of the prefixes that are given, or of the prefix around an address of an interface. */
    int length() {
        return length;
    }

    String numberPlace() {
        return numberPlace;
    }

    Pool content() {
        return Pool.of(kind, ranges(), exclusions(), length);
    }
}
