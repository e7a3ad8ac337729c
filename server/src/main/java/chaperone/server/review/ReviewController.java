package chaperone.server.review;

import chaperone.server.audit.AuditNote;
import chaperone.server.audit.Audited;
import chaperone.server.document.FileFormat;
import chaperone.server.document.SavedFile;
import chaperone.server.finding.ReviewedResults;
import chaperone.server.review.Reviews.ReviewInput;
import chaperone.server.review.Reviews.ReviewRow;
import chaperone.server.review.Reviews.ReviewView;
import chaperone.server.review.Reviews.SignatureInput;
import chaperone.server.review.Reviews.SignatureView;
import jakarta.validation.Valid;
import java.security.Principal;
import java.time.temporal.ChronoUnit;
import java.util.List;
import org.springframework.http.HttpStatus;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Results of standards that people sign. */
@RestController
@RequestMapping("/api/reviews")
class ReviewController {
    private final Reviews reviews;
    private final ReviewedResults results;

    ReviewController(Reviews reviews, ReviewedResults results) {
        this.reviews = reviews;
        this.results = results;
    }

    /** The newest first. */
    @GetMapping
    List<ReviewRow> list(Principal who) {
        return reviews.list(who.getName());
    }

    @GetMapping("/{number}")
    ReviewView get(@PathVariable long number) {
        return reviews.view(number);
    }

    /** Takes the results as they are now. */
    @Audited("opened a review")
    @PostMapping
    @ResponseStatus(HttpStatus.CREATED)
    ReviewView open(@Valid @RequestBody ReviewInput input, Principal who) {
        AuditNote.add(input.standard() + ": " + input.title());
        return reviews.open(input, who.getName());
    }

    @Audited("signed a review")
    @PostMapping("/{number}/sign")
    ReviewView sign(@PathVariable long number, @Valid @RequestBody SignatureInput input, Principal who) {
        AuditNote.add(input.accepts() ? "accepts" : "objects: " + input.remark());
        return reviews.sign(number, input, who.getName());
    }

    @Audited("withdrew a review")
    @PostMapping("/{number}/withdraw")
    ReviewView withdraw(@PathVariable long number, Principal who) {
        return reviews.withdraw(number, who.getName());
    }

    /** The results that are signed: JSON is what the digest is of; the others are made from it, with the signatures. */
    @GetMapping("/{number}/report.{format}")
    ResponseEntity<byte[]> report(@PathVariable long number, @PathVariable String format) {
        FileFormat wanted = FileFormat.of(format);
        ReviewView review = reviews.view(number);
        List<String> signed =
                review.signatures().stream().map(ReviewController::line).toList();
        return SavedFile.of(
                "review-" + number + "." + wanted.ending(),
                wanted.type(),
                results.in(wanted, reviews.results(number), review.title(), review.digest(), signed));
    }

    private static String line(SignatureView signature) {
        return signature
                .signedAt()
                .map(at -> signature.reviewer()
                        + (signature.accepts().orElse(false) ? " accepts" : " objects") + ", "
                        + at.truncatedTo(ChronoUnit.SECONDS)
                        + (signature.remark().isEmpty() ? "" : ": " + signature.remark()))
                .orElse(signature.reviewer() + " has not signed yet");
    }
}
