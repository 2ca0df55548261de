"""The network of the subject map: its arithmetic against OpenCV's filters, and what the fitted one says."""

import io
import unittest

import cv2
import numpy as np
from skimage import data

from jaunty_frame.core.subjects.keep_areas import KeepAreaFinder
from jaunty_frame.core.subjects.object_features import ObjectFeatures
from jaunty_frame.core.subjects.salience import CUES
from jaunty_frame.core.subjects.subject_net import SubjectNet, convolved, grid_size
from jaunty_frame.media.photos.finder import finder_models


class Convolutions(unittest.TestCase):
    def test_they_equal_opencv_s_correlation_with_spread_kernels(self):
        chance = np.random.default_rng(3)
        values = chance.normal(size=(3, 21, 32)).astype(np.float32)
        weights = chance.normal(size=(2, 3, 3, 3)).astype(np.float32)
        bias = chance.normal(size=2).astype(np.float32)
        for reach in (1, 2, 4):
            spread = np.zeros((2, 3, 2 * reach + 1, 2 * reach + 1), np.float32)
            spread[..., ::reach, ::reach] = weights
            expected = [
                bias[out]
                + sum(
                    cv2.filter2D(values[k], cv2.CV_32F, spread[out, k], borderType=cv2.BORDER_CONSTANT)
                    for k in range(3)
                )
                for out in range(2)
            ]
            np.testing.assert_allclose(convolved(values, weights, bias, reach), expected, atol=1e-4)

    def test_one_by_one_kernels_mix_channels_in_place(self):
        values = np.arange(24, dtype=np.float32).reshape(2, 3, 4)
        mixed = convolved(values, np.array([[[[1.0]], [[-2.0]]]], np.float32), np.array([5.0], np.float32))
        np.testing.assert_allclose(mixed[0], values[0] - 2 * values[1] + 5)


class Fitted(unittest.TestCase):
    @classmethod
    def setUpClass(cls):
        cls.models = finder_models()
        cls.net = SubjectNet(cls.models.subject)
        cls.finder = KeepAreaFinder(cls.models)

    def likely(self, picture):
        seen = self.finder.look(np.ascontiguousarray(picture))
        return self.net.maps(seen.cues, seen.features).likely

    def test_the_cup_stands_out_from_the_table_wherever_it_is(self):
        # scikit-image's "coffee": 400 x 600, the cup's middle at about 0.48 across and 0.48 down.
        coffee = data.coffee()[..., ::-1]
        for left in (0, 150, 200):
            likely = self.likely(coffee[:, left:])
            height, width = likely.shape
            cup = int((0.48 * 600 - left) / (600 - left) * width)
            rim = np.concatenate([likely[: height // 12].ravel(), likely[-(height // 12) :].ravel()])
            self.assertGreater(likely[int(0.48 * height), cup], 0.7)
            self.assertGreater(likely[int(0.48 * height), cup], rim.mean() + 0.3)

    def test_the_map_lies_in_0_to_1_and_on_the_cues_grid(self):
        for picture in (data.astronaut(), data.rocket()[:60], np.zeros((90, 40, 3), np.uint8)):
            seen = self.finder.look(np.ascontiguousarray(picture[..., ::-1]))
            likely = self.net.maps(seen.cues, seen.features).likely
            self.assertEqual(likely.shape, seen.cues.shape[1:])
            self.assertTrue(likely.min() >= 0 and likely.max() <= 1)

    def test_attention_is_a_distribution_that_a_small_head_draws_more_of_than_the_rest_of_the_body(self):
        seen = self.finder.look(np.ascontiguousarray(data.astronaut()[..., ::-1]))
        attention = self.net.maps(seen.cues, seen.features).attention
        self.assertEqual(attention.shape, grid_size(seen.cues)[::-1])
        self.assertAlmostEqual(float(attention.sum()), 1.0, places=5)
        # Hair to chin and the suit below, read off the picture: per place, the head counts several times as much.
        height, width = attention.shape
        head = attention[int(0.05 * height) : int(0.34 * height), int(0.34 * width) : int(0.54 * width)]
        suit = attention[int(0.6 * height) :, int(0.2 * width) : int(0.8 * width)]
        self.assertGreater(head.mean(), 2 * suit.mean())

    def test_a_flipped_photo_gives_nearly_the_flipped_map(self):
        picture = data.chelsea()[..., ::-1]
        there, back = self.likely(picture), self.likely(picture[:, ::-1])[:, ::-1]
        self.assertGreater(np.corrcoef(there.ravel(), back.ravel())[0, 1], 0.95)

    def test_every_vote_counts_the_same(self):
        with np.load(io.BytesIO(self.models.subject)) as arrays:
            weights = {name: arrays[name] for name in arrays.files}
        votes = sorted({name[0] for name in weights if "/" in name})
        seen = self.finder.look(np.ascontiguousarray(data.astronaut()[..., ::-1]))

        def logit(kept):
            content = io.BytesIO()
            np.savez(content, **{name: v for name, v in weights.items() if "/" not in name or name[0] in kept})
            chance = SubjectNet(content.getvalue()).maps(seen.cues[:, ::3, ::3], seen.features).likely
            return np.log(chance / (1 - chance))

        self.assertGreaterEqual(len(votes), 2)
        size = grid_size(seen.cues)
        self.assertEqual(seen.cues[:, ::3, ::3].shape[:0:-1], size, "no resizing, so that logits can be compared")
        np.testing.assert_allclose(logit(votes), np.mean([logit(vote) for vote in votes], axis=0), atol=1e-2)

    def test_weights_for_another_number_of_cues_are_refused_by_shape(self):
        with self.assertRaises(ValueError):
            self.net.maps(np.zeros((len(CUES) + 1, 64, 96), np.float32), np.zeros((448, 21, 32), np.float32))


class Features(unittest.TestCase):
    def test_the_photo_alone_is_read_and_shapes_do_not_mix(self):
        network = ObjectFeatures(finder_models().objects)
        astronaut = np.ascontiguousarray(data.astronaut()[..., ::-1])
        first = network.features(astronaut, (32, 32))
        self.assertEqual(first.shape, (448, 32, 32))
        wide = network.features(astronaut[100:300], (32, 12))
        self.assertEqual(wide.shape, (448, 12, 32))
        np.testing.assert_array_equal(network.features(astronaut, (32, 32)), first)
        # Half the photo read alone answers like that half of the whole, away from the cut.
        left = network.features(np.ascontiguousarray(astronaut[:, :256]), (16, 32))
        strongest = first[:192].mean(axis=(1, 2)).argmax()
        self.assertGreater(np.corrcoef(left[strongest, :, :12].ravel(), first[strongest, :, :12].ravel())[0, 1], 0.5)


if __name__ == "__main__":
    unittest.main()
