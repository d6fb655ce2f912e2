package io.safestep.app.people.own;

import static org.assertj.core.api.Assertions.assertThat;

import com.google.zxing.common.BitMatrix;
import com.google.zxing.qrcode.decoder.Decoder;
import java.util.List;
import org.junit.jupiter.api.Test;

class CameraCodeTest {

    /** Read back as a camera would, from the squares that the browser draws. */
    @Test
    void whatIsDrawnIsWhatACameraReads() throws Exception {
        String address = "otpauth://totp/Safe%20Step:roake?secret=GEZDGNBVGY3TQOJQGEZDGNBVGY3TQOJQ&issuer=Safe%20Step";
        List<String> rows = CameraCode.rows(address);
        assertThat(rows)
                .allSatisfy(row -> assertThat(row).hasSameSizeAs(rows.get(0)).matches("[# ]+"));
        int edge = 4;
        assertThat(rows.subList(0, edge))
                .as("the light edge above")
                .allSatisfy(row -> assertThat(row).isBlank());
        int size = rows.size() - 2 * edge;
        BitMatrix squares = new BitMatrix(size);
        for (int y = 0; y < size; y++) {
            for (int x = 0; x < size; x++) {
                if (rows.get(y + edge).charAt(x + edge) == '#') {
                    squares.set(x, y);
                }
            }
        }
        assertThat(new Decoder().decode(squares).getText()).isEqualTo(address);
    }
}
