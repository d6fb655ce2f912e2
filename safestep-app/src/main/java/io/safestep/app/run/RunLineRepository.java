package io.safestep.app.run;

import java.util.List;
import org.springframework.data.domain.Limit;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

interface RunLineRepository extends JpaRepository<RunLine, Long> {

    /** Lines with the names of their devices, oldest first: asked for many times a second while a run goes on. */
    @Query("select new io.safestep.app.run.RunView$Line(l.id, v.name, l.at, cast(l.kind as string), l.text, l.phase,"
            + " l.stepState) from RunLine l left join RunDevice d on d.id = l.runDeviceId left join d.device v"
            + " where l.runId = :runId and l.id > :after order by l.id")
    List<RunView.Line> after(long runId, long after, Limit limit);
}
