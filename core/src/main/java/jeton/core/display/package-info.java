/** Which form shows, where and when (rules D1 to D6). */
package jeton.core.display;
