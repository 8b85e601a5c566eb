package jeton.core.readiness;

/** What can be done about a finding at once: nothing is sent by it, and nothing lost. */
public sealed interface Cure {
  /** What it does, as a button says it. */
  String words();

  /** Has it done by whoever can. */
  <R> R accept(Visitor<R> visitor);

  /** Somebody who can do each of them. */
  interface Visitor<R> {
    R putConfirmButtonIn(PutConfirmButtonIn cure);

    R putPassIn(PutPassIn cure);

    R sendDelivery(SendDelivery cure);

    R leaveDeliveryOut(LeaveDeliveryOut cure);

    R sayUsualWords(SayUsualWords cure);

    R makeTag(MakeTag cure);

    R sendAtOnce(SendAtOnce cure);

    R turnHostedPageOn(TurnHostedPageOn cure);

    R takeLastDayOut(TakeLastDayOut cure);
  }

  /** The confirmation email gets its button. */
  record PutConfirmButtonIn() implements Cure {
    @Override
    public String words() {
      return "Put the button in";
    }

    @Override
    public <R> R accept(Visitor<R> visitor) {
      return visitor.putConfirmButtonIn(this);
    }
  }

  /** The delivery email gets a button that opens the pass. */
  record PutPassIn() implements Cure {
    @Override
    public String words() {
      return "Put the button in";
    }

    @Override
    public <R> R accept(Visitor<R> visitor) {
      return visitor.putPassIn(this);
    }
  }

  /** The delivery email is sent. */
  record SendDelivery() implements Cure {
    @Override
    public String words() {
      return "Send the delivery email";
    }

    @Override
    public <R> R accept(Visitor<R> visitor) {
      return visitor.sendDelivery(this);
    }
  }

  /** The delivery email is not sent. */
  record LeaveDeliveryOut() implements Cure {
    @Override
    public String words() {
      return "Leave the delivery email out";
    }

    @Override
    public <R> R accept(Visitor<R> visitor) {
      return visitor.leaveDeliveryOut(this);
    }
  }

  /** What is not known of somebody is said in the usual words. */
  record SayUsualWords(String fillIn, String usual) implements Cure {
    @Override
    public String words() {
      return "Say “" + usual + "” then";
    }

    @Override
    public <R> R accept(Visitor<R> visitor) {
      return visitor.sayUsualWords(this);
    }
  }

  /** A tag that is gone is made again. */
  record MakeTag(String tag) implements Cure {
    @Override
    public String words() {
      return "Make the tag “" + tag + "” again";
    }

    @Override
    public <R> R accept(Visitor<R> visitor) {
      return visitor.makeTag(this);
    }
  }

  /** The first email of the follow-up comes at once. */
  record SendAtOnce(long stepId) implements Cure {
    @Override
    public String words() {
      return "Send it at once";
    }

    @Override
    public <R> R accept(Visitor<R> visitor) {
      return visitor.sendAtOnce(this);
    }
  }

  /** The hosted page takes sign-ups. */
  record TurnHostedPageOn() implements Cure {
    @Override
    public String words() {
      return "Turn the hosted page on";
    }

    @Override
    public <R> R accept(Visitor<R> visitor) {
      return visitor.turnHostedPageOn(this);
    }
  }

  /** A form shows on without a last day. */
  record TakeLastDayOut(String formKey) implements Cure {
    @Override
    public String words() {
      return "Take the last day out";
    }

    @Override
    public <R> R accept(Visitor<R> visitor) {
      return visitor.takeLastDayOut(this);
    }
  }
}
