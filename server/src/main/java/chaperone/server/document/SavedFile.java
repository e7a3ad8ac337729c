package chaperone.server.document;

import org.springframework.http.ContentDisposition;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;

/** An answer that a browser keeps as a file. */
public final class SavedFile {
    private SavedFile() {}

    public static ResponseEntity<byte[]> of(String name, byte[] bytes) {
        return of(name, MediaType.ALL, bytes);
    }

    /** @param type of what the request's mapping does not say */
    public static ResponseEntity<byte[]> of(String name, MediaType type, byte[] bytes) {
        ContentDisposition disposition =
                ContentDisposition.attachment().filename(name).build();
        ResponseEntity.BodyBuilder answer =
                ResponseEntity.ok().header(HttpHeaders.CONTENT_DISPOSITION, disposition.toString());
        if (type.isConcrete()) answer.contentType(type);
        return answer.body(bytes);
    }
}
