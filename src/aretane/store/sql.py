"""The named queries of the folder queries/, loaded once."""

from pathlib import Path
from typing import Any

import aiosql

Row = dict[str, Any]

sql: Any = aiosql.from_path(Path(__file__).with_name("queries"), "pymysql")
