using System.CommandLine;
using System.Globalization;

namespace TinCompass.Cli;

/// <summary>Options whose values are numbers.</summary>
internal static class Options
{
    /// <summary>A whole number between two others; anything else is refused in one sentence.</summary>
    public static Option<int> Number(string name, int least, int most, int usual, string description, params string[] aliases) =>
        new(name, aliases)
        {
            Description = description,
            DefaultValueFactory = _ => usual,
            CustomParser = read =>
            {
                var text = read.Tokens.Count > 0 ? read.Tokens[^1].Value : "";
                if (int.TryParse(text, NumberStyles.AllowLeadingSign, CultureInfo.InvariantCulture, out var number)
                    && number >= least && number <= most) return number;
                read.AddError($"{name} is a whole number from {least} to {most}, not '{text}'.");
                return usual;
            },
        };
}
