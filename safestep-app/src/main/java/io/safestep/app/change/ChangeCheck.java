package io.safestep.app.change;

import io.safestep.core.check.CheckDefinition;
import io.safestep.core.check.Expectation;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.FetchType;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.ManyToOne;

/** A check of a change; looked at on each of its devices. */
@Entity
public class ChangeCheck {

    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Long id;

    @ManyToOne(fetch = FetchType.LAZY, optional = false)
    private Change change;

    private int position;
    private String readName;
    private String argument;

    @Enumerated(EnumType.STRING)
    private Expectation expectation;

    private String value;
    private int settleSeconds;

    protected ChangeCheck() {}

    ChangeCheck(Change change, int position, CheckDefinition definition) {
        this.change = change;
        this.position = position;
        this.readName = definition.read();
        this.argument = definition.argument();
        this.expectation = definition.expectation();
        this.value = definition.value();
        this.settleSeconds = definition.settleSeconds();
    }

    public Long id() {
        return id;
    }

    public CheckDefinition definition() {
        return new CheckDefinition(readName, argument, expectation, value, settleSeconds);
    }
}
