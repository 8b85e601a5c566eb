package jeton.core.privatepage;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;

/**
 * The seconds of a recording that somebody played at least once (V5): stretches in order that do
 * not touch.
 */
public record Played(List<Stretch> stretches) {
  /** Nothing yet. */
  public static final Played NOTHING = new Played(List.of());

  /** No recording is longer: a day. */
  public static final int MOST_SECONDS = 86_400;

  private static final int MOST_STRETCHES = 200;
  private static final int STEP = 5;
  private static final int WHOLE = 100;
  private static final Pattern WRITTEN = Pattern.compile("(\\d{1,6})-(\\d{1,6})");

  /**
   * A stretch of seconds.
   *
   * @param from the first, counted from 0
   * @param to the one after the last
   */
  public record Stretch(int from, int to) {}

  public Played {
    stretches = List.copyOf(stretches);
  }

  /**
   * Reads what a page tells or was kept, such as {@code 0-12,40-55}. What is no stretch is passed
   * over: it comes from a visitor's browser.
   */
  public static Played read(String written) {
    List<Stretch> read = new ArrayList<>();
    Matcher matcher = WRITTEN.matcher(written);
    while (matcher.find() && read.size() < MOST_STRETCHES) {
      int from = Integer.parseInt(matcher.group(1));
      int to = Math.min(MOST_SECONDS, Integer.parseInt(matcher.group(2)));
      if (from < to) {
        read.add(new Stretch(from, to));
      }
    }
    return NOTHING.and(new Played(read));
  }

  /** These and those, each second once. Where there are too many, the shortest gaps are closed. */
  public Played and(Played more) {
    List<Stretch> all = new ArrayList<>(stretches);
    all.addAll(more.stretches);
    all.sort(Comparator.comparingInt(Stretch::from));
    List<Stretch> merged = new ArrayList<>();
    for (Stretch next : all) {
      Stretch last = merged.isEmpty() ? null : merged.get(merged.size() - 1);
      if (last != null && next.from() <= last.to()) {
        merged.set(merged.size() - 1, new Stretch(last.from(), Math.max(last.to(), next.to())));
      } else {
        merged.add(next);
      }
    }
    while (merged.size() > MOST_STRETCHES) {
      closeShortestGap(merged);
    }
    return new Played(merged);
  }

  private static void closeShortestGap(List<Stretch> stretches) {
    int at = 0;
    for (int i = 1; i + 1 < stretches.size(); i++) {
      if (gap(stretches, i) < gap(stretches, at)) {
        at = i;
      }
    }
    stretches.set(at, new Stretch(stretches.get(at).from(), stretches.get(at + 1).to()));
    stretches.remove(at + 1);
  }

  private static int gap(List<Stretch> stretches, int i) {
    return stretches.get(i + 1).from() - stretches.get(i).to();
  }

  /**
   * The share of a recording that was played, in percent, in steps of 5 rounded down: 100 only when
   * every whole second was.
   *
   * @param seconds the recording's whole seconds; a last part of one does not count
   */
  public int share(int seconds) {
    if (seconds <= 0) {
      return stretches.isEmpty() ? 0 : WHOLE;
    }
    int played =
        stretches.stream()
            .mapToInt(s -> Math.max(0, Math.min(seconds, s.to()) - Math.min(seconds, s.from())))
            .sum();
    return (int) ((long) played * WHOLE / seconds) / STEP * STEP;
  }

  /** As it is kept, and read by {@link #read}. */
  public String written() {
    return stretches.stream().map(s -> s.from() + "-" + s.to()).collect(Collectors.joining(","));
  }
}
