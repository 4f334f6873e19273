"""WebVTT: the forms of W3C's WebVTT (sections 4.1 to 4.3, read from memory), written and read."""

from hypothesis import given
from hypothesis import strategies as st

from aretane.formats.webvtt import Cue, Vtt, read, stamp, write

FORMS = """WEBVTT - night 7
Kind: captions

STYLE
::cue { color: white }

NOTE a remark
over two lines

00:11.000 --> 00:13.000 align:start position:10%
<v Teo>He leaves the 4 <b>&amp; the 7</b>
for &lt;later&gt;

rack 1 shot 2
01:02:03.500 --> 01:02:04.000
Better long
"""


def test_every_form_of_a_cue_is_read() -> None:
    found = read(FORMS.replace("\n", "\r\n"))
    assert found == Vtt(
        (
            Cue(11.0, 13.0, "He leaves the 4 & the 7\nfor <later>"),
            Cue(3723.5, 3724.0, "Better long", "rack 1 shot 2"),
        ),
        (),
        False,
    )


def test_bad_lines_are_named_and_the_rest_is_kept() -> None:
    text = "WEBVTT\n\n1:2 --> 3\nx\n\nno times here\n\n00:05.000 --> 00:04.000\ny\n\n"
    text += "00:06.000 --> 00:07.000\nz\n"
    found = read(text)
    assert [cue.text for cue in found.cues] == ["z"]
    assert [fault.line for fault in found.faults] == [3, 6, 8]
    assert "write 00:01:02.000 --> 00:01:05.500" in found.faults[0].words
    assert "ends before it starts" in found.faults[2].words
    for other in ("", "1\n00:00:01,000 --> 00:00:02,000\nsubrip\n", "WEBVTTX\n"):
        assert read(other).faults[0].words == "a WebVTT file begins with the line WEBVTT"


texts = st.text(
    st.characters(exclude_categories=["Cs", "Cc", "Zl", "Zp"], exclude_characters="\x85"), min_size=1
).filter(lambda text: text.strip() == text and text)
times = st.integers(0, 360_000_000)


@given(st.lists(st.tuples(times, st.integers(1, 100_000), texts), max_size=8))
def test_what_is_written_is_read_back(rows: list[tuple[int, int, str]]) -> None:
    cues = [
        Cue(a / 1000, (a + long) / 1000, text, f"rack 1 shot {k}") for k, (a, long, text) in enumerate(rows)
    ]
    back = read(write(cues, "chapters"))
    assert back.faults == ()
    assert back.chapters
    assert sorted((stamp(c.start), stamp(c.end), c.text, c.id) for c in back.cues) == sorted(
        (stamp(c.start), stamp(c.end), c.text, c.id) for c in cues
    )
