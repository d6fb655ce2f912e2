package io.safestep.app.people;

import io.safestep.app.problem.FieldError;
import io.safestep.app.problem.ProblemException;
import io.safestep.core.people.Rota;
import io.safestep.core.people.Shift;
import io.safestep.core.people.WorkingHours;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Pattern;
import jakarta.validation.constraints.Size;
import java.time.DayOfWeek;
import java.time.LocalDate;
import java.time.LocalTime;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/**
 * A team as people describe it. Times are those of the network.
 *
 * @param members log-ins
 * @param hours when they are at work; null for nothing said
 * @param shifts who of them is on watch when; null for nothing said
 */
record TeamRequest(
        @NotBlank(message = "Give the team a name.") @Size(max = 60, message = "At most 60 characters.")
        String name,

        @NotNull @Size(max = 500) Set<@Size(max = 40) String> members,
        @Valid @Nullable HoursRequest hours,

        @Size(max = 40, message = "At most 40 shifts.") @Nullable
        List<@NotNull(message = "Say what the shift is.") @Valid ShiftRequest> shifts) {

    /** @param until when it ends; midnight is the end of the day */
    record HoursRequest(
            @NotNull(message = "Choose at least one day.") Set<@NotNull(message = "Choose days.") DayOfWeek> days,
            @NotNull(message = "Say when it begins.") LocalTime from,
            @NotNull(message = "Say when it ends.") LocalTime until) {

        private WorkingHours checked() {
            try {
                return new WorkingHours(days, from, until);
            } catch (IllegalArgumentException e) {
                throw ProblemException.invalid(
                        days.isEmpty() ? "hours.days" : "hours.until", String.valueOf(e.getMessage()));
            }
        }
    }

    /**
     * @param until when not after {@code from}, on the next day
     * @param recurrence a recurrence rule (RFC 5545) that counts days or more; null for once
     * @param people log-ins of those who are on watch
     */
    record ShiftRequest(
            @NotBlank(message = "Give the shift a name.") @Size(max = 60, message = "At most 60 characters.")
            String name,

            @NotNull(message = "Say on which day it begins.")
            LocalDate firstDay,

            @NotNull(message = "Say when it begins.") LocalTime from,
            @NotNull(message = "Say when it ends.") LocalTime until,

            @Size(max = 200, message = "At most 200 characters.")
            @Pattern(
                    regexp = "FREQ=(DAILY|WEEKLY|MONTHLY|YEARLY)(;[A-Z]+=[0-9A-Z,+-]+)*",
                    message = "A rule begins with FREQ=DAILY, WEEKLY, MONTHLY or YEARLY.")
            @Nullable
            String recurrence,

            @NotNull(message = "Say who is on watch.") @Size(max = 100)
            Set<@NotNull(message = "Say who is on watch.") @Size(max = 40) String> people) {

        private Shift checked() {
            return new Shift(name.strip(), firstDay, from, until, recurrence, people);
        }
    }

    Rota rota() {
        List<Shift> checked = new ArrayList<>();
        for (ShiftRequest shift : shifts == null ? List.<ShiftRequest>of() : shifts) {
            try {
                checked.add(shift.checked());
            } catch (IllegalArgumentException e) {
                String field = shift.people().isEmpty() ? "people" : "recurrence";
                throw ProblemException.invalid(List.of(
                        FieldError.of("shifts[" + checked.size() + "]." + field, String.valueOf(e.getMessage()))));
            }
        }
        return new Rota(hours == null ? null : hours.checked(), checked);
    }
}
