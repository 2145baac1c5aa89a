#include "calc/completion.h"

#include <fmt/format.h>

#include <algorithm>

namespace usherwright::calc {
namespace {

std::string spaced(const std::vector<std::string>& words) { return fmt::format("{}", fmt::join(words, " ")); }

}  // namespace

std::string bashCompletion(CLI::App& app, const std::vector<OptionWords>& words) {
  std::vector<std::string> commands;
  std::string options;
  for (const CLI::App* sub : app.get_subcommands({})) {
    commands.push_back(sub->get_name());
    std::vector<std::string> own;
    for (const CLI::Option* option : sub->get_options())
      if (!option->get_lnames().empty()) own.push_back("--" + option->get_lnames().front());
    options += fmt::format("    {}) options='{}' ;;\n", sub->get_name(), spaced(own));
  }
  std::string taken;
  for (const OptionWords& o : words)
    taken += fmt::format("    {}) COMPREPLY=($(compgen -W '{}' -- \"$word\")); return ;;\n", o.option, spaced(o.words));
  return fmt::format(R"(# bash completion for usherwright-calc
_usherwright_calc() {{
  local word=${{COMP_WORDS[COMP_CWORD]}} before=${{COMP_WORDS[COMP_CWORD-1]}} options=''
  COMPREPLY=()
  if [ "$COMP_CWORD" -eq 1 ]; then
    COMPREPLY=($(compgen -W '{}' -- "$word"))
    return
  fi
  case $before in
{}  esac
  case ${{COMP_WORDS[1]}} in
{}  esac
  case $word in
    -*) COMPREPLY=($(compgen -W "$options" -- "$word")) ;;
    *) COMPREPLY=($(compgen -f -X '!*.@(uwplan|gpx|csv)' -- "$word") $(compgen -d -- "$word")) ;;
  esac
}}
shopt -s extglob
complete -o filenames -F _usherwright_calc usherwright-calc
)",
                     spaced(commands), taken, options);
}

}  // namespace usherwright::calc
