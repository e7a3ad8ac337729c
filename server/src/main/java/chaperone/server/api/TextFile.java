package chaperone.server.api;

import org.springframework.http.ContentDisposition;
import org.springframework.http.HttpHeaders;
import org.springframework.http.ResponseEntity;

/** An answer that a browser keeps as a file. */
public final class TextFile {
    private TextFile() {}

    public static ResponseEntity<byte[]> of(String name, byte[] bytes) {
        ContentDisposition disposition =
                ContentDisposition.attachment().filename(name).build();
        return ResponseEntity.ok()
                .header(HttpHeaders.CONTENT_DISPOSITION, disposition.toString())
                .body(bytes);
    }
}
