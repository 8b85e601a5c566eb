/** Keys by which programs ask, such as a shop (rules C7, H3). */
package jeton.server.programkey;
