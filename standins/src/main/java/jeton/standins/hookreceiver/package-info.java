/** A program that is told what happens, and checks who tells it. */
package jeton.standins.hookreceiver;
