package io.safestep.core.network.ospf;

import static org.assertj.core.api.Assertions.assertThat;

import io.safestep.core.address.IpAddress;
import io.safestep.core.network.route.NextHop;
import java.util.List;
import org.junit.jupiter.api.Test;

class PathTest {

    private static final NextHop ONE = new NextHop(IpAddress.parse("10.0.0.1"), "port 1");
    private static final NextHop OTHER = new NextHop(IpAddress.parse("10.0.0.2"), "port 2");

    @Test
    void theCheaperOneIsTheBetterOne() {
        Path cheap = new Path(10, List.of(ONE));
        Path dear = new Path(11, List.of(OTHER));
        assertThat(Path.best(cheap, dear)).isEqualTo(cheap);
        assertThat(Path.best(dear, cheap)).isEqualTo(cheap);
        assertThat(Path.best(null, dear)).isEqualTo(dear);
        assertThat(Path.best(dear, null)).isEqualTo(dear);
    }

    @Test
    void equalOnesAreTakenTogetherAndNoHopTwice() {
        assertThat(Path.best(new Path(10, List.of(ONE)), new Path(10, List.of(OTHER, ONE))))
                .isEqualTo(new Path(10, List.of(ONE, OTHER)));
    }

    @Test
    void aLongerOneHasTheSameFirstHops() {
        assertThat(new Path(10, List.of(ONE)).longer(5)).isEqualTo(new Path(15, List.of(ONE)));
        assertThat(new Path(10, List.of(ONE)).longer(0)).isEqualTo(new Path(10, List.of(ONE)));
    }
}
