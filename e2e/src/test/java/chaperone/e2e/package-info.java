/** The product in a real browser, against real stand-ins. */
package chaperone.e2e;
