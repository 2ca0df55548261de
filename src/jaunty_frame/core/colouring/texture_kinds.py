"""The papers and cloths that there are. Apart from how they are made, so that the start need not load that."""

from typing import Literal, get_args

Texture = Literal["laid-paper", "rough-paper", "flecked-card", "linen", "felt"]
TEXTURES: tuple[Texture, ...] = get_args(Texture)
