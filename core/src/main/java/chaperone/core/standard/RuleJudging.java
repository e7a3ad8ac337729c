package chaperone.core.standard;

import chaperone.core.config.ConfigStatement;
import chaperone.core.standard.Section.Mark;
import chaperone.core.standard.Verdict.Evidence;
import chaperone.core.structure.Statement;
import java.util.List;

/** How a rule of one kind is judged. */
interface RuleJudging {
    /** Nothing if the configuration keeps to the rule. */
    List<Evidence> departures(Places places);

    /** What the rule speaks of, in any order. */
    List<Mark> marks(Places places);

    /** The statements as they would be if it kept to the rule; those that stand if it does, or if nobody knows what should. */
    List<ConfigStatement> repaired(Statement root);
}
