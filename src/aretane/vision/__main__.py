"""Examine one file in a process of its own, for `apart`: lines of JSON out, frame times into a file.

A damaged file can then take down this process and nothing else, and its memory goes with it.
"""

import json
import resource
import sys
from pathlib import Path

from .examine import NotPlayable, examine

MOST_MEMORY = 2 * 1024**3
"""Bytes of address space."""


def main() -> None:
    """Arguments: the file, where frame times go, codecs the browser plays."""
    path, frames, *plays = sys.argv[1:]
    resource.setrlimit(resource.RLIMIT_AS, (MOST_MEMORY, MOST_MEMORY))
    try:
        facts = examine(
            Path(path), set(plays), lambda share: print(json.dumps({"done": share}), flush=True)
        )
    except NotPlayable as error:
        print(json.dumps({"refused": str(error)}), flush=True)
        return
    except MemoryError:
        print(json.dumps({"refused": "the video cannot be examined: it is damaged"}), flush=True)
        return
    Path(frames).write_bytes(facts.frames.tobytes())
    print(json.dumps({"facts": facts.as_json()}), flush=True)


if __name__ == "__main__":
    main()
