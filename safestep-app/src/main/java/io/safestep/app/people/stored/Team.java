package io.safestep.app.people.stored;

import io.safestep.core.people.Rota;
import jakarta.persistence.CollectionTable;
import jakarta.persistence.Column;
import jakarta.persistence.ElementCollection;
import jakarta.persistence.Entity;
import jakarta.persistence.FetchType;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.JoinColumn;
import java.util.Set;
import java.util.TreeSet;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.annotations.Mutability;
import org.hibernate.type.SqlTypes;
import org.hibernate.type.descriptor.java.Immutability;
import org.jspecify.annotations.Nullable;

/** People who are told things together. */
@Entity
public class Team {

    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Long id;

    private String name;

    @ElementCollection(fetch = FetchType.EAGER)
    @CollectionTable(name = "team_member", joinColumns = @JoinColumn(name = "team_id"))
    @Column(name = "person_id")
    private Set<Long> members = new TreeSet<>();

    /** Null when nothing was ever said. */
    @JdbcTypeCode(SqlTypes.JSON)
    @Mutability(Immutability.class)
    private @Nullable Rota rota;

    protected Team() {}

    public Team(String name) {
        this.name = name;
    }

    public void describe(String newName, Set<Long> newMembers, Rota newRota) {
        name = newName;
        rota = newRota;
        if (!members.equals(newMembers)) {
            members.clear();
            members.addAll(newMembers);
        }
    }

    public Long id() {
        return id;
    }

    public String name() {
        return name;
    }

    public Rota rota() {
        return rota == null ? Rota.NONE : rota;
    }

    public Set<Long> members() {
        return members;
    }
}
