"""A sentence model as an ONNX graph: ids of pieces in, one unit vector a text out."""

from pathlib import Path

import numpy as np
import onnx
from numpy.typing import NDArray
from onnx import TensorProto, helper, numpy_helper
from onnxruntime.quantization import QuantType, quantize_dynamic

from tools.sentence_models.weights import Weights

HEADS = 12
LONGEST = 64
"""Pieces of a text that are looked at: search phrases are far shorter."""


class _Graph:
    """Nodes and constants, put together one after the other."""

    def __init__(self) -> None:
        self.nodes: list[onnx.NodeProto] = []
        self.constants: list[onnx.TensorProto] = []

    def constant(self, name: str, value: NDArray[np.generic]) -> str:
        self.constants.append(numpy_helper.from_array(np.ascontiguousarray(value), name))
        return name

    def add(self, kind: str, *inputs: str, **attributes: object) -> str:
        out = f"{kind.lower()}_{len(self.nodes)}"
        self.nodes.append(helper.make_node(kind, list(inputs), [out], **attributes))
        return out

    def linear(self, state: str, name: str, weight: NDArray[np.float32], bias: str) -> str:
        return self.add("Add", self.add("MatMul", state, self.constant(name, weight.T)), bias)


def write(weights: Weights, to: Path, scratch: Path) -> None:
    """Write the graph with eight bits a weight.

    The graph: `ids` (n, pieces) int64, `there` (n, pieces) float32 of 1 and 0; `vectors` (n, width)
    float32 of length 1: the mean over the pieces that are there. `scratch` is a folder for the
    graph before its weights are pressed."""
    whole = scratch / "whole.onnx"
    onnx.save(_model(weights), whole)
    quantize_dynamic(
        whole,
        to,
        op_types_to_quantize=["MatMul", "Gather"],
        per_channel=True,
        weight_type=QuantType.QInt8,
        extra_options={"MatMulConstBOnly": True},
    )


def _model(weights: Weights) -> onnx.ModelProto:
    get, graph = weights.tensors.__getitem__, _Graph()
    words = get("embeddings.word_embeddings.weight")
    width = words.shape[1]
    places = get("embeddings.position_embeddings.weight")[:LONGEST]
    places = places + get("embeddings.token_type_embeddings.weight").reshape(-1, width)[0]
    shape = graph.constant("heads", np.array([0, 0, HEADS, width // HEADS], np.int64))
    flat = graph.constant("flat", np.array([0, 0, width], np.int64))
    one, axis = graph.constant("one", np.array([1])), graph.constant("axis", np.array([0]))
    length = graph.add("Gather", graph.add("Shape", "ids"), one)
    every = graph.constant("places", places)
    here = graph.add("Slice", every, axis, length, axis)
    state = graph.add("Add", graph.add("Gather", graph.constant("words", words), "ids"), here)
    state = _normed(graph, weights, state, "embeddings.LayerNorm")
    behind = graph.constant("behind", np.array([1, 2]))
    lack = graph.add("Sub", graph.constant("all", np.float32(1)), "there")
    hidden = graph.add("Unsqueeze", lack, behind)
    hidden = graph.add("Mul", hidden, graph.constant("never", np.float32(-1e4)))
    for layer in range(weights.layers):
        state = _layer(graph, weights, f"encoder.layer.{layer}.", state, hidden, shape, flat)
    last = graph.constant("last", np.array([2]))
    kept = graph.add("Mul", state, graph.add("Unsqueeze", "there", last))
    total = graph.add("ReduceSum", kept, graph.constant("along", np.array([1])), keepdims=0)
    graph.nodes.append(helper.make_node("LpNormalization", [total], ["vectors"], axis=1, p=2))
    made = helper.make_graph(
        graph.nodes,
        "sentences",
        [
            helper.make_tensor_value_info("ids", TensorProto.INT64, ["n", "pieces"]),
            helper.make_tensor_value_info("there", TensorProto.FLOAT, ["n", "pieces"]),
        ],
        [helper.make_tensor_value_info("vectors", TensorProto.FLOAT, ["n", width])],
        graph.constants,
    )
    model = helper.make_model(made, opset_imports=[helper.make_opsetid("", 20)], ir_version=9)
    onnx.checker.check_model(model)
    return model


def _layer(
    graph: _Graph, weights: Weights, at: str, state: str, hidden: str, shape: str, flat: str
) -> str:
    get = weights.tensors.__getitem__
    size = get(f"{at}attention.self.query.weight").shape[0] // HEADS
    heads = []
    for part, order in (("query", [0, 2, 1, 3]), ("key", [0, 2, 3, 1]), ("value", [0, 2, 1, 3])):
        name = f"{at}attention.self.{part}"
        weight, bias = get(f"{name}.weight"), get(f"{name}.bias")
        if part == "query":
            # The scale of the scores is in the weights, which saves a step.
            weight, bias = weight / np.float32(size**0.5), bias / np.float32(size**0.5)
        told = graph.linear(state, f"{name}.weight", weight, graph.constant(f"{name}.bias", bias))
        heads.append(graph.add("Transpose", graph.add("Reshape", told, shape), perm=order))
    score = graph.add("Add", graph.add("MatMul", heads[0], heads[1]), hidden)
    seen = graph.add("MatMul", graph.add("Softmax", score, axis=-1), heads[2])
    seen = graph.add("Reshape", graph.add("Transpose", seen, perm=[0, 2, 1, 3]), flat)
    mixed = graph.add("Add", state, _dense(graph, weights, seen, f"{at}attention.output.dense"))
    state = _normed(graph, weights, mixed, f"{at}attention.output.LayerNorm")
    inner = graph.add("Gelu", _dense(graph, weights, state, f"{at}intermediate.dense"))
    mixed = graph.add("Add", state, _dense(graph, weights, inner, f"{at}output.dense"))
    return _normed(graph, weights, mixed, f"{at}output.LayerNorm")


def _dense(graph: _Graph, weights: Weights, state: str, name: str) -> str:
    bias = graph.constant(f"{name}.bias", weights.tensors[f"{name}.bias"])
    return graph.linear(state, f"{name}.weight", weights.tensors[f"{name}.weight"], bias)


def _normed(graph: _Graph, weights: Weights, state: str, name: str) -> str:
    scale, shift = (
        graph.constant(f"{name}.{part}", weights.tensors[f"{name}.{part}"])
        for part in ("weight", "bias")
    )
    return graph.add("LayerNormalization", state, scale, shift, axis=-1, epsilon=1e-12)
