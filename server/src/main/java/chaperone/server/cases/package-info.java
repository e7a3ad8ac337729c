/** Cases: findings, drifts, changes and devices that people work on together, and what they say of them. */
@NullMarked
package chaperone.server.cases;

import org.jspecify.annotations.NullMarked;
