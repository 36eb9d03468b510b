/** Attainment against targets over the terms, and against starting scores (rules, sections 10 and 11). */
package aestimo.core.targets;
