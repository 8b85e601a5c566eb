/** Orders a shop tells of (H3). */
package jeton.server.purchase;
