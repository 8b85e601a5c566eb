package jeton.server.privatepage;

import com.drew.imaging.mp4.Mp4MetadataReader;
import com.drew.imaging.quicktime.QuickTimeMetadataReader;
import com.drew.metadata.Metadata;
import com.drew.metadata.MetadataException;
import com.drew.metadata.mov.QuickTimeDirectory;
import com.drew.metadata.mp4.Mp4Directory;
import com.drew.metadata.mp4.media.Mp4VideoDirectory;
import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import java.io.BufferedInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.time.Duration;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import javax.sound.sampled.AudioFileFormat;
import javax.sound.sampled.AudioSystem;
import javax.sound.sampled.UnsupportedAudioFileException;
import jeton.core.privatepage.PageFile;
import jeton.server.files.StoredFiles;
import jeton.server.offer.Offer;
import org.apache.tika.exception.TikaException;
import org.apache.tika.metadata.XMPDM;
import org.apache.tika.parser.ParseContext;
import org.apache.tika.parser.mp3.Mp3Parser;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Component;
import org.xml.sax.SAXException;
import org.xml.sax.helpers.DefaultHandler;

/**
 * What is known of a recording by looking into the file: its length, whether there is something to
 * see, whether browsers can be expected to play it. A content never changes, so it is looked into
 * once.
 */
@Component
class Recordings {
  private static final Logger LOG = LoggerFactory.getLogger(Recordings.class);
  private static final long MOST_REMEMBERED = 2000;

  /** Containers that browsers of today play, as far as what is in them lets. */
  private static final Set<String> PLAYED =
      Set.of(
          "video/mp4",
          "video/webm",
          "video/ogg",
          "audio/mpeg",
          "audio/mp4",
          "audio/ogg",
          "audio/vorbis",
          "audio/opus",
          "audio/wav",
          "audio/vnd.wave",
          "audio/webm",
          "audio/x-flac",
          "audio/flac");

  /** Ways to write moving pictures in an MP4 that every browser can be expected to read. */
  private static final Set<String> SEEN = Set.of("avc1", "avc3", "h.264", "vp09", "av01");

  private record Look(Optional<Duration> length, boolean plays) {}

  private final StoredFiles files;
  private final Cache<String, Look> looks =
      Caffeine.newBuilder().maximumSize(MOST_REMEMBERED).build();

  Recordings(StoredFiles files) {
    this.files = files;
  }

  /** A file as a page's pieces ask for it. */
  PageFile of(Offer.OfferFile file) {
    boolean film = file.mediaType().startsWith("video/");
    boolean recording = film || file.mediaType().startsWith("audio/");
    Look look =
        recording
            ? looks.get(file.hash(), hash -> look(hash, file.mediaType()))
            : new Look(Optional.empty(), false);
    return new PageFile(
        file.id(), file.name(), file.mediaType(), look.length(), film, look.plays());
  }

  private Look look(String hash, String mediaType) {
    boolean plays = PLAYED.contains(mediaType);
    try (InputStream in = new BufferedInputStream(files.open(hash).getInputStream())) {
      return switch (mediaType) {
        case "video/mp4", "audio/mp4" -> mp4(Mp4MetadataReader.readMetadata(in), plays);
        case "video/quicktime" ->
            new Look(quickTime(QuickTimeMetadataReader.readMetadata(in)), false);
        case "audio/mpeg" -> new Look(mp3(in), plays);
        case "audio/wav", "audio/vnd.wave" -> new Look(wave(in), plays);
        default -> new Look(Optional.empty(), plays);
      };
    } catch (IOException | RuntimeException unread) {
      LOG.info("The length of a recording could not be read: {}", unread.toString());
      return new Look(Optional.empty(), plays);
    }
  }

  private static Look mp4(Metadata read, boolean plays) {
    boolean seen =
        read.getDirectoriesOfType(Mp4VideoDirectory.class).stream()
            .map(video -> video.getDescription(Mp4VideoDirectory.TAG_COMPRESSION_TYPE))
            .allMatch(Recordings::isSeen);
    Mp4Directory head = read.getFirstDirectoryOfType(Mp4Directory.class);
    return new Look(
        head == null ? Optional.empty() : seconds(head, Mp4Directory.TAG_DURATION_SECONDS),
        plays && seen);
  }

  private static boolean isSeen(String compression) {
    return compression != null
        && SEEN.stream().anyMatch(compression.toLowerCase(Locale.ROOT)::contains);
  }

  private static Optional<Duration> quickTime(Metadata read) {
    QuickTimeDirectory head = read.getFirstDirectoryOfType(QuickTimeDirectory.class);
    return head == null ? Optional.empty() : seconds(head, QuickTimeDirectory.TAG_DURATION_SECONDS);
  }

  private static Optional<Duration> seconds(com.drew.metadata.Directory head, int tag) {
    try {
      return Optional.of(Duration.ofMillis(Math.round(head.getDouble(tag) * 1000)));
    } catch (MetadataException none) {
      return Optional.empty();
    }
  }

  /** Adds up its frames: what its head says of its length is wrong too often. */
  private static Optional<Duration> mp3(InputStream in) throws IOException {
    org.apache.tika.metadata.Metadata read = new org.apache.tika.metadata.Metadata();
    try {
      new Mp3Parser().parse(in, new DefaultHandler(), read, new ParseContext());
    } catch (SAXException | TikaException unread) {
      return Optional.empty();
    }
    return Optional.ofNullable(read.get(XMPDM.DURATION))
        .map(seconds -> Duration.ofMillis(Math.round(Double.parseDouble(seconds) * 1000)));
  }

  private static Optional<Duration> wave(InputStream in) throws IOException {
    try {
      AudioFileFormat format = AudioSystem.getAudioFileFormat(in);
      float rate = format.getFormat().getFrameRate();
      return rate <= 0 || format.getFrameLength() <= 0
          ? Optional.empty()
          : Optional.of(Duration.ofMillis((long) (format.getFrameLength() * 1000.0 / rate)));
    } catch (UnsupportedAudioFileException not) {
      return Optional.empty();
    }
  }
}
