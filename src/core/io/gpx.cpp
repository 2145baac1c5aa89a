// GPX by a kept XML library, which expands no entities.
#include "core/io/gpx.h"

#include <fmt/format.h>

#include <charconv>
#include <cmath>
#include <optional>
#include <pugixml.hpp>
#include <string>

#include "core/quantity/date.h"
#include "core/quantity/text.h"
#include "core/quantity/units.h"

namespace usherwright {
namespace {

constexpr std::size_t mostExtras = 16;

/// Without the prefix of its name space.
std::string_view nameOf(const pugi::xml_node& node) {
  const std::string_view name = node.name();
  const auto colon = name.find(':');
  return colon == std::string_view::npos ? name : name.substr(colon + 1);
}

pugi::xml_node childOf(const pugi::xml_node& node, std::string_view name) {
  for (const pugi::xml_node& child : node.children())
    if (nameOf(child) == name) return child;
  return {};
}

std::optional<double> numberIn(const char* text) {
  const std::string word = trimmed(text);
  double out = 0;
  const auto [end, error] = std::from_chars(word.data(), word.data() + word.size(), out);
  if (error != std::errc() || end != word.data() + word.size() || !std::isfinite(out)) return std::nullopt;
  return out;
}

class Reader {
 public:
  Expected<void> read(const pugi::xml_node& points, std::string_view what, std::string_view name) {
    bool begins = true;
    for (const pugi::xml_node& node : points.children()) {
      if (nameOf(node) != name) continue;
      const std::string place = fmt::format("{} {}", what, out_.points.size() + 1);
      if (out_.points.size() >= mostTrackPoints) return unexpected(place, "more points", fmt::format("at most {}", mostTrackPoints));
      TrackPoint p;
      const auto latitude = numberIn(node.attribute("lat").value()), longitude = numberIn(node.attribute("lon").value());
      if (!latitude || std::abs(*latitude) > 90)
        return unexpected(place, "lat " + inQuotes(node.attribute("lat").value()), "degrees from −90 to 90");
      if (!longitude || std::abs(*longitude) > 180)
        return unexpected(place, "lon " + inQuotes(node.attribute("lon").value()), "degrees from −180 to 180");
      p.latitude = *latitude;
      p.longitude = *longitude;
      p.begins = begins && !out_.points.empty();
      begins = false;
      constexpr double lowest = -500, highest = 9000;  // m
      if (const auto height = numberIn(childOf(node, "ele").text().get()); height && *height > lowest && *height < highest)
        p.elevation = *height;
      if (const auto time = secondsOfMoment(trimmed(childOf(node, "time").text().get()))) {
        if (!out_.began) out_.began = time;
        p.time = *time - *out_.began;
      }
      extrasOf(node);
      out_.points.push_back(p);
    }
    return {};
  }
  GpxFile take() { return std::move(out_); }
  bool isEmpty() const { return out_.points.empty(); }

 private:
  /// Numbers at any depth of two below the extensions.
  void extrasOf(const pugi::xml_node& node) {
    std::size_t kept = 0;
    const auto keep = [&](const pugi::xml_node& extra) {
      if (const auto value = numberIn(extra.text().get()); value && kept < mostExtras) {
        out_.extras.push_back({out_.points.size(), std::string(nameOf(extra)), *value});
        ++kept;
      }
    };
    for (const pugi::xml_node& extra : childOf(node, "extensions").children()) {
      keep(extra);
      for (const pugi::xml_node& inner : extra.children()) keep(inner);
    }
  }

  GpxFile out_;
};

}  // namespace

Expected<GpxFile> readGpxFile(std::string_view file) {
  if (file.size() > mostGpxBytes)
    return unexpected("the file", fmt::format("{} MB", file.size() >> 20), fmt::format("at most {} MB", mostGpxBytes >> 20));
  if (file.find("<!DOCTYPE") != std::string_view::npos || file.find("<!ENTITY") != std::string_view::npos)
    return unexpected("the file", "a document type", "a GPX file without one: nothing is fetched or expanded");
  pugi::xml_document document;
  const pugi::xml_parse_result parsed = document.load_buffer(file.data(), file.size(), pugi::parse_minimal | pugi::parse_escapes);
  if (!parsed) return unexpected(fmt::format("byte {}", parsed.offset), parsed.description(), "a GPX file: XML that is whole");
  const pugi::xml_node root = document.document_element();
  if (nameOf(root) != "gpx") return unexpected("the file", inQuotes(std::string(nameOf(root))), "a GPX file, which begins with <gpx>");
  Reader reader;
  for (const pugi::xml_node& track : root.children())
    if (nameOf(track) == "trk")
      for (const pugi::xml_node& segment : track.children())
        if (nameOf(segment) == "trkseg")
          if (auto ok = reader.read(segment, "point", "trkpt"); !ok) return tl::unexpected(ok.error());
  if (reader.isEmpty())
    for (const pugi::xml_node& route : root.children())
      if (nameOf(route) == "rte")
        if (auto ok = reader.read(route, "point", "rtept"); !ok) return tl::unexpected(ok.error());
  GpxFile out = reader.take();
  if (out.points.size() < 2)
    return unexpected("the file", out.points.empty() ? "no point" : "one point", "a track or a route of at least two points");
  return out;
}

Expected<std::vector<TrackPoint>> readGpx(std::string_view file) {
  auto out = readGpxFile(file);
  if (!out) return tl::unexpected(out.error());
  return std::move(out->points);
}

}  // namespace usherwright
