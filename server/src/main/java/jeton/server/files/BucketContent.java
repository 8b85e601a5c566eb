package jeton.server.files;

import java.io.IOException;
import java.io.InputStream;
import jeton.server.shelf.Shelf;
import org.springframework.core.io.AbstractResource;

/** A content of which there is no copy here yet. */
final class BucketContent extends AbstractResource {
  private final Shelf bucket;
  private final String name;
  private final long size;

  BucketContent(Shelf bucket, String name, long size) {
    this.bucket = bucket;
    this.name = name;
    this.size = size;
  }

  /** From one octet on, so that none before it is sent for nothing. */
  InputStream from(long first) throws IOException {
    return bucket.read(name, first);
  }

  @Override
  public InputStream getInputStream() throws IOException {
    return from(0);
  }

  @Override
  public long contentLength() {
    return size;
  }

  @Override
  public String getDescription() {
    return bucket.address() + "/" + name;
  }
}
