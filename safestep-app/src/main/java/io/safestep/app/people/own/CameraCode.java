package io.safestep.app.people.own;

import com.google.zxing.BarcodeFormat;
import com.google.zxing.WriterException;
import com.google.zxing.common.BitMatrix;
import com.google.zxing.qrcode.QRCodeWriter;
import java.util.List;
import java.util.stream.Collectors;
import java.util.stream.IntStream;

/** A text as squares to point a camera at (ISO/IEC 18004). */
final class CameraCode {

    private CameraCode() {}

    /** Rows of squares, {@code #} for dark ones and blanks for light ones, with the light edge around them. */
    static List<String> rows(String text) {
        BitMatrix squares;
        try {
            squares = new QRCodeWriter().encode(text, BarcodeFormat.QR_CODE, 0, 0);
        } catch (WriterException e) {
            throw new IllegalStateException("an address of this length always fits", e);
        }
        return IntStream.range(0, squares.getHeight())
                .mapToObj(y -> IntStream.range(0, squares.getWidth())
                        .mapToObj(x -> squares.get(x, y) ? "#" : " ")
                        .collect(Collectors.joining()))
                .toList();
    }
}
