/** Programs elsewhere that the sample business is connected to. */
package jeton.demo.programs;
