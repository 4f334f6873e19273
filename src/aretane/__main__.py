from aretane.cli import main

main()
