package io.safestep.core.risk;

import io.safestep.core.check.definition.Topic;
import io.safestep.core.risk.Submission.Part;
import java.util.List;
import java.util.Set;
import java.util.function.Predicate;

/** What makes a change a risk. Each counts once for each thing of which it speaks, up to a bound of its own. */
public enum RiskFactor {
    MORE_DEVICES("each device beyond the first", 1, 5) {
        @Override
        int count(Submission s) {
            return Math.max(0, s.changed().size() - 1);
        }

        @Override
        String sentence(Submission s) {
            return s.changed().size() + " devices are changed.";
        }
    },
    BACKBONE("each core or distribution device", 3, 2) {
        @Override
        int count(Submission s) {
            return having(s, BACKBONE_ROLES).size();
        }

        @Override
        String sentence(Submission s) {
            return "Core and distribution: " + Submission.names(having(s, BACKBONE_ROLES)) + ".";
        }
    },
    BORDER("each firewall or edge device", 3, 2) {
        @Override
        int count(Submission s) {
            return having(s, BORDER_ROLES).size();
        }

        @Override
        String sentence(Submission s) {
            return "At the border of the network: " + Submission.names(having(s, BORDER_ROLES)) + ".";
        }
    },
    ROUTING("routes or neighbours are touched", 3, 1) {
        @Override
        int count(Submission s) {
            return touching(s, Topic.ROUTING).isEmpty() ? 0 : 1;
        }

        @Override
        String sentence(Submission s) {
            return "Routes or neighbours are touched on " + Submission.names(touching(s, Topic.ROUTING)) + ".";
        }
    },
    GATEWAYS("shared gateway addresses are touched", 2, 1) {
        @Override
        int count(Submission s) {
            return touching(s, Topic.GATEWAYS).isEmpty() ? 0 : 1;
        }

        @Override
        String sentence(Submission s) {
            return "Shared gateway addresses are touched on " + Submission.names(touching(s, Topic.GATEWAYS)) + ".";
        }
    },
    FILTERS("packet filters are touched", 2, 1) {
        @Override
        int count(Submission s) {
            return touching(s, Topic.FILTERS).isEmpty() ? 0 : 1;
        }

        @Override
        String sentence(Submission s) {
            return "Packet filters are touched on " + Submission.names(touching(s, Topic.FILTERS)) + ".";
        }
    },
    UNPROVEN("each device whose way back is not proven", 4, 3) {
        @Override
        int count(Submission s) {
            return such(s, p -> !p.proven()).size();
        }

        @Override
        String sentence(Submission s) {
            return "The way back is not proven for " + Submission.names(such(s, p -> !p.proven())) + ".";
        }
    },
    LOCK_OUT("each device that Safe Step could not reach for a moment", 4, 2) {
        @Override
        int count(Submission s) {
            return such(s, Part::cutsPath).size();
        }

        @Override
        String sentence(Submission s) {
            return "A command cuts the way to " + Submission.names(such(s, Part::cutsPath)) + ".";
        }
    },
    SERVICES("each service whose packets pass there", 1, 4) {
        @Override
        int count(Submission s) {
            return s.services().size();
        }

        @Override
        String sentence(Submission s) {
            return "Services whose packets pass there: "
                    + String.join(", ", s.services().stream().sorted().toList()) + ".";
        }
    },
    NO_CHECK("nothing is looked at afterwards", 3, 1) {
        @Override
        int count(Submission s) {
            return !s.changed().isEmpty() && s.checks() == 0 && s.services().isEmpty() ? 1 : 0;
        }

        @Override
        String sentence(Submission s) {
            return "It has no check: nothing is looked at afterwards.";
        }
    },
    EMERGENCY("it runs before it is approved", 3, 1) {
        @Override
        int count(Submission s) {
            return s.emergency() ? 1 : 0;
        }

        @Override
        String sentence(Submission s) {
            return "It is an emergency and runs before it is approved.";
        }
    };

    private static final Set<String> BACKBONE_ROLES = Set.of("core", "distribution");
    private static final Set<String> BORDER_ROLES = Set.of("firewall", "edge");

    private final String words;
    private final int usual;
    private final int most;

    RiskFactor(String words, int usual, int most) {
        this.words = words;
        this.usual = usual;
        this.most = most;
    }

    /** What it speaks of, as in "3 points for …". */
    public String words() {
        return words;
    }

    /** How many points it gives each time, unless somebody has said otherwise. */
    public int usual() {
        return usual;
    }

    /** How often it counts at most. */
    public int most() {
        return most;
    }

    /** How often it is there. */
    abstract int count(Submission s);

    /** Which facts of the change it is; asked for only where it is there. */
    abstract String sentence(Submission s);

    private static List<Part> such(Submission s, Predicate<Part> which) {
        return s.changed().stream().filter(which).toList();
    }

    private static List<Part> having(Submission s, Set<String> roles) {
        return such(s, p -> roles.contains(p.place().role()));
    }

    private static List<Part> touching(Submission s, Topic topic) {
        return such(s, p -> p.topics().contains(topic));
    }
}
