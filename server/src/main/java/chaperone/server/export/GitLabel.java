package chaperone.server.export;

import org.eclipse.jgit.lib.Constants;
import org.eclipse.jgit.lib.ObjectId;
import org.eclipse.jgit.lib.Repository;

/** A label of a revision as a tag. */
record GitLabel(String ref, ObjectId commit) {
    static GitLabel of(KeptRevision revision, String text, ObjectId commit) {
        return of(revision.id(), revision.deviceFolder(), revision.kind(), text, commit);
    }

    static GitLabel of(long revision, String folder, String kind, String text, ObjectId commit) {
        String label = Repository.normalizeBranchName(text.replace('/', '-'));
        String device = Repository.normalizeBranchName(folder);
        String name = label.isEmpty() ? "label-" + revision : label;
        return new GitLabel(Constants.R_TAGS + device + "/" + kind + "/" + name, commit);
    }
}
