package dev.wartung.web.change;

/** How far a change has come. */
public enum ChangeState {
    ASKED("asked for; the process owner states which position is safe"),
    STATED("safe position stated; a reviewer decides"),
    APPROVED("approved; the job can be planned"),
    IN_WORK("approved and planned; proven on the valve it takes effect"),
    PROVEN("proven on the valve"),
    REFUSED("refused"),
    WITHDRAWN("withdrawn");

    private final String words;

    ChangeState(String words) {
        this.words = words;
    }

    public String words() {
        return words;
    }

    public boolean open() {
        return compareTo(PROVEN) < 0;
    }
}
