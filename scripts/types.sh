# Run by `./aretane types`: writes docs/openapi.json, docs/match-file.schema.json and the front end's types.
set -euo pipefail
PYTHONPATH=src .venv/bin/python -m aretane describe
(cd frontend && npm run --silent schema)
