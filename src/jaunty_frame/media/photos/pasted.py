"""Pictures that come from other programs without a file: they get one."""

from hashlib import blake2b
from pathlib import Path

import platformdirs

from jaunty_frame.errors import JauntyError
from jaunty_frame.media.atomic import reason_of, write_whole


def save_pasted(png: bytes, folder: Path | None) -> Path:
    """Write a picture beside the project (in ``folder``), or among the user's pictures; return where it is.

    The same picture gets the same file. JauntyError where it cannot be written.
    """
    place = (folder or Path(platformdirs.user_pictures_dir())) / "Pasted pictures"
    path = place / f"pasted-{blake2b(png, digest_size=6).hexdigest()}.png"
    try:
        place.mkdir(parents=True, exist_ok=True)
        if not path.exists():
            write_whole(path, png)
    except OSError as error:
        raise JauntyError(f"The picture cannot be kept in {place}: {reason_of(error)}.") from error
    return path
