package jeton.server.history;

import java.util.List;

/** Hears of what happened, in the transaction that notes it. */
public interface HistoryListener {

  /** Events were noted, in their order. */
  void happened(List<History.Event> events);
}
