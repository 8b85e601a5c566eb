/** The measurements behind ./jeton bench. */
package jeton.bench;
