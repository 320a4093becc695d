using System.CommandLine;
using System.Globalization;
using Microsoft.Win32.SafeHandles;

namespace TinCompass.Cli;

/// <summary>Options whose values are numbers, and where results go.</summary>
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

    /// <summary>
    /// Standard output, of which one learns when nobody reads it any more: an <see cref="IOException"/>, where the console would go on
    /// writing to nobody.
    /// </summary>
    public static Stream Output()
    {
        if (OperatingSystem.IsWindows()) return Console.OpenStandardOutput();
        var pipe = new FileStream(new SafeFileHandle(1, ownsHandle: false), FileAccess.Write, bufferSize: 0);
        // A file is written where others have left off; nobody can stop reading it.
        return pipe.CanSeek ? Console.OpenStandardOutput() : pipe;
    }
}
