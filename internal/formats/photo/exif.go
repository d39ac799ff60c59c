package photo

import (
	"bytes"
	"encoding/binary"
)

// orientation reads how a camera was held (Exif tag 0x0112 in IFD 0 of a JPEG's
// first APP1 segment, CIPA DC-008): 1 is upright, and so is what cannot be read.
func orientation(data []byte) int {
	if !bytes.HasPrefix(data, []byte{0xff, 0xd8}) {
		return 1
	}
	for at := 2; at+4 <= len(data) && data[at] == 0xff && data[at+1] != 0xda; {
		size := int(binary.BigEndian.Uint16(data[at+2:]))
		if size < 2 || at+2+size > len(data) {
			return 1
		}
		if segment := data[at+4 : at+2+size]; data[at+1] == 0xe1 && bytes.HasPrefix(segment, []byte("Exif\x00\x00")) {
			return heldIn(segment[6:])
		}
		at += 2 + size
	}
	return 1
}

// heldIn finds the tag in a TIFF block.
func heldIn(tiff []byte) int {
	var order binary.ByteOrder = binary.LittleEndian
	if bytes.HasPrefix(tiff, []byte("MM")) {
		order = binary.BigEndian
	}
	if len(tiff) < 8 {
		return 1
	}
	at := int(order.Uint32(tiff[4:]))
	if at < 8 || at+2 > len(tiff) {
		return 1
	}
	for n := int(order.Uint16(tiff[at:])); n > 0 && at+14 <= len(tiff); n, at = n-1, at+12 {
		if order.Uint16(tiff[at+2:]) == 0x0112 {
			return int(order.Uint16(tiff[at+10:]))
		}
	}
	return 1
}
