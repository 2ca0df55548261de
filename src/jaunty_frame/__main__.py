"""``python -m jaunty_frame`` does what the command ``jaunty-frame`` does."""

from jaunty_frame.cli.entry import main

if __name__ == "__main__":
    main()
