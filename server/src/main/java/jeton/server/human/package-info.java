/** Whether it is a person who sends a form, and how often one network may. */
package jeton.server.human;
