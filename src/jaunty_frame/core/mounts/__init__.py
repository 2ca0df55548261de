"""How a photo sits on its fill: rectangle, outline, turn in depth, shadow."""
