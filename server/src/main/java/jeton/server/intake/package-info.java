/** People brought in as files (rule L4). */
package jeton.server.intake;
